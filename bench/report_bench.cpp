// SPDX-License-Identifier: GPL-3.0-or-later
// A report of 24 megapixels with twelve passes and all sections, once its figures are there: made,
// laid out, a page drawn, written as PDF; and what printing would do.
#include "report_bench.h"

#include <benchmark/benchmark.h>

#include <QImage>
#include <QPainter>
#include <filesystem>

#include "audit/audit.h"
#include "files/paper_profiles.h"
#include "large_painting.h"
#include "memory_bench.h"
#include "on_all_cores.h"
#include "pages/page_layout.h"
#include "pages/pdf.h"
#include "report/make_report.h"

namespace underpaint::bench {
namespace {

const Painting& reported() {
    static const Painting made = twelve_passes(k24Megapixels);
    return made;
}
const Audit& reported_figures() {
    static const Audit made = *audit(reported(), {});
    return made;
}

Report all_sections() {
    static const std::vector<Finding> findings = find(reported(), reported_figures());
    const std::string day = "2026-12-01";
    const BriefReport brief = report_brief(reported(), Reader::lightness,
                                           {{}, {}, *date_from_iso(day)}, &reported_figures());
    ReportChoices choices;
    choices.sections = report_preset("myself")->settings.chosen();
    return *make_report({reported(), reported_figures(), findings, brief, day}, choices);
}

void makes_all_sections(benchmark::State& state) {
    reported_figures();
    for (auto _ : state)
        if (all_sections().sections.empty()) state.SkipWithError("nothing was made");
}

void lays_out_and_draws_a_page(benchmark::State& state) {
    const Report report = all_sections();
    for (auto _ : state) {
        const PageLayout pages(report, {});
        QImage image(560, 792, QImage::Format_RGB32);
        QPainter painter(&image);
        painter.scale(560 / 595.28, 560 / 595.28);
        pages.draw(painter, 0);
    }
}

void writes_a_pdf(benchmark::State& state) {
    const Report report = all_sections();
    const auto file = std::filesystem::temp_directory_path() / "bench-report.pdf";
    for (auto _ : state)
        if (!write_pdf(file, report, {})) state.SkipWithError("not written");
    state.counters["megabytes"] = static_cast<double>(std::filesystem::file_size(file)) / 1e6;
    std::filesystem::remove(file);
}

void prints_it(benchmark::State& state) {
    const auto paper = *open_paper({});
    reported_figures();
    double drift = 0;
    for (auto _ : state)
        drift =
            measure_on_paper(reported(), reported_figures(), *paper, {})->printed.value.running.p95;
    state.counters["steps of drift"] = drift;
}

}  // namespace

double megabytes_of_a_report() {
    all_sections();  // its figures and findings stay
    return megabytes_beyond([] {
        const auto file = std::filesystem::temp_directory_path() / "bench-memory.pdf";
        const bool written = write_pdf_without_window(file, all_sections(), {}).has_value();
        std::filesystem::remove(file);
        return written;
    });
}

namespace {

BENCHMARK(makes_all_sections)->Name("report/24/made from its figures")->Apply(on_all_cores);
BENCHMARK(lays_out_and_draws_a_page)->Name("report/24/laid out and drawn")->Apply(on_all_cores);
BENCHMARK(writes_a_pdf)->Name("report/24/written as PDF")->Apply(on_all_cores);
BENCHMARK(prints_it)->Name("report/24/on paper")->Apply(on_all_cores);

}  // namespace
}  // namespace underpaint::bench
