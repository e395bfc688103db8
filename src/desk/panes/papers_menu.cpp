// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/papers_menu.h"

#include <QObject>

#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "files/paper_profiles.h"

namespace underpaint {

void fill_papers(QMenu& menu, PaperChoice& paper, const AskForFile& ask) {
    bool listed = false;
    for (const PaperProfile& each : paper_profiles()) {
        const bool now = each.file == paper.file();
        listed = listed || now;
        add_choice(menu, shown_on_button(each.name), now,
                   [&paper, file = each.file] { paper.use(file, paper.intent()); });
    }
    if (!listed && paper.proof())
        add_choice(menu, shown_on_button(paper.proof()->name()), true, [] {});
    QObject::connect(
        menu.addAction(QObject::tr("From a file…")), &QAction::triggered, &menu, [&paper, ask] {
            const auto file = ask.to_open(QObject::tr("The profile of a printer's paper"),
                                          QObject::tr("ICC profiles (*.icc *.icm)"));
            if (!file.empty()) paper.use(file, paper.intent());
        });
    menu.addSeparator();
    for (const auto& [label, intent] :
         {std::pair(QObject::tr("Keep what the paper has (colorimetric)"),
                    PrintIntent::colorimetric),
          {QObject::tr("Keep the look of the whole (perceptual)"), PrintIntent::perceptual}})
        add_choice(menu, label, intent == paper.intent(),
                   [&paper, intent = intent] { paper.use(paper.file(), intent); });
}

}  // namespace underpaint
