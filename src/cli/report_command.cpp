// SPDX-License-Identifier: GPL-3.0-or-later
// The command report.
#include <algorithm>
#include <cstdlib>

#include "cli/commands.h"
#include "cli/measuring.h"
#include "cli/opening.h"

#include "files/disk.h"
#include "files/paper_profiles.h"
#include "files/today.h"
#include "files/zip_container.h"
#include "pages/pdf.h"
#include "painting/date.h"
#include "report/figures.h"
#include "report/html.h"
#include "report/make_report.h"

namespace underpaint {
namespace {

/// The day of the report: today, or that of SOURCE_DATE_EPOCH (reproducible-builds.org), so that
/// the same file comes out again.
std::string day_of_report() {
    const char* epoch = std::getenv("SOURCE_DATE_EPOCH");
    char* end = nullptr;
    const long long seconds = epoch != nullptr ? std::strtoll(epoch, &end, 10) : -1;
    constexpr long long latest = 253'402'300'799;  // the end of the year 9999
    if (epoch == nullptr || end == epoch || *end != 0 || seconds < 0 || seconds > latest)
        return today();
    return iso(Date(std::chrono::floor<std::chrono::days>(
        std::chrono::sys_seconds(std::chrono::seconds(seconds)))));
}

Done write(const Report& report, const ReportRequest& request) {
    const auto ending = request.out.extension();
    if (ending == ".pdf") return write_pdf_without_window(request.out, report, request.setup);
    const Result<std::string> text = ending == ".html"   ? write_html(report)
                                     : ending == ".json" ? write_report_json(report)
                                                         : write_report_csv(report);
    if (!text) return tl::unexpected(text.error());
    return replace_file(request.out, bytes_of(*text));
}

}  // namespace

int run(const ReportRequest& request) {
    if (Done may = check_output(request.out); !may) return report(may.error());
    auto opened = open_input(request.in, {{}, request.strict, request.version});
    if (!opened) return report(opened.error());
    AuditedFile measured{request.in.string(), std::move(opened->painting), {}, {}, {}};
    const HouseRules own = own_rules();
    measure(measured, request.reader, own);
    const std::string day = day_of_report();
    const BriefReport brief = report_brief(measured.painting, request.reader,
                                           {own, {}, *date_from_iso(day)}, &measured.audit);
    ReportChoices choices = request.choices;
    std::optional<OnPaper> on_paper;
    std::shared_ptr<const PrintProof> proof;
    if (std::ranges::count(choices.sections, ReportSection::paper) > 0) {
        auto paper = open_paper(request.paper, request.intent);
        if (!paper) return report(paper.error());
        proof = std::move(*paper);
        on_paper = measure_on_paper(measured.painting, measured.audit, *proof, own);
    }
    std::optional<StudyRecord> studies;
    if (std::ranges::count(choices.sections, ReportSection::studies) > 0) {
        auto read = read_studies(Logbook::usual_file());
        if (!read) return report(read.error());
        studies = std::move(*read);
    }
    const ReportMatter matter{measured.painting,
                              measured.audit,
                              measured.findings,
                              brief,
                              day,
                              on_paper ? &*on_paper : nullptr,
                              proof.get(),
                              studies ? &*studies : nullptr};
    if (choices.words.empty()) choices.words = measured.painting.report_words;
    if (Done done = write(*make_report(matter, choices), request); !done)
        return report(done.error());
    return kHeldStatus;
}

}  // namespace underpaint
