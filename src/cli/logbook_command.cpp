// SPDX-License-Identifier: GPL-3.0-or-later
// The command logbook.
#include "files/logbook.h"

#include <fmt/format.h>

#include <algorithm>
#include <iostream>

#include "cli/commands.h"

namespace underpaint {

int run(const LogbookRequest& request) {
    const auto book = Logbook::open(request.file.empty() ? Logbook::usual_file() : request.file);
    if (!book) return report(book.error());
    for (const std::string& notice : book->notices()) std::cerr << notice << "\n";
    if (request.csv) {
        const auto text = book->write_csv();
        if (!text) return report(text.error());
        std::cout << *text;
        return kHeldStatus;
    }
    for (const DrillText& drill : kDrills) {
        const auto answers = book->answers(drill.kind);
        if (!answers) return report(answers.error());
        if (answers->empty()) continue;
        const AnswerFigures figures = figures_of(*answers);
        std::cout << fmt::format("{}: {} {}, ", drill.label, figures.count,
                                 figures.count == 1 ? "answer" : "answers");
        if (drill.unit.empty())
            std::cout << fmt::format("{:.0f}% right\n", 100 * figures.right);
        else
            std::cout << fmt::format("off by {:.2f} {}\n", figures.error, drill.unit);
    }
    const auto studies = book->studies();
    if (!studies) return report(studies.error());
    for (const StudyKindText& kind : kStudyKinds) {
        const auto count = std::ranges::count(*studies, kind.kind, &LoggedStudy::kind);
        if (count > 0)
            std::cout << fmt::format("{}: {} {}\n", kind.label, count,
                                     count == 1 ? "study" : "studies");
    }
    return kHeldStatus;
}

}  // namespace underpaint
