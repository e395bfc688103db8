// SPDX-License-Identifier: GPL-3.0-or-later
// A logbook after a year of use: 50,000 answers and 500 studies. How long it takes to open it, to
// look up what the Practice bench shows, to draw a chart, and to keep one answer more.
#include <benchmark/benchmark.h>

#include <QImage>
#include <QPainter>
#include <filesystem>

#include "desk/practice/practice_charts.h"
#include "files/logbook.h"

namespace underpaint::bench {
namespace {

constexpr int kAnswers = 50'000, kStudies = 500;

std::string year_as_csv() {
    std::string text =
        "what,at,kind,seed,hue,step,level,truth,said,error,right,seconds,name,minutes,figure,"
        "second\r\n";
    constexpr std::int64_t begin = 1'764'000'000, year = 365 * 86'400;
    for (int i = 0; i < kAnswers; ++i)
        text += "answer," + std::to_string(begin + year * i / kAnswers) + "," +
                std::string(kDrills[static_cast<std::size_t>(i) % kDrills.size()].id) + "," +
                std::to_string(i) + "," + std::to_string(i % 8) + "," + std::to_string(2 + i % 7) +
                ",0.5,5,5.4," + std::to_string((i % 13 - 6) / 10.0) + ",1,8,,,,\r\n";
    for (int i = 0; i < kStudies; ++i)
        text += "study," + std::to_string(begin + year * i / kStudies) +
                ",two,,,,,,,,,,Study,30,0.9,0.02\r\n";
    return text;
}

const std::filesystem::path& year_of_use() {
    static const std::filesystem::path file = [] {
        const auto made = std::filesystem::temp_directory_path() / "bench-logbook.sqlite";
        for (const char* more : {"", "-wal", "-shm"}) std::filesystem::remove(made.string() + more);
        auto book = Logbook::open(made);
        if (!book || !book->read_csv("year", year_as_csv())) std::abort();
        return made;
    }();
    return file;
}

void opens_a_year(benchmark::State& state) {
    const auto file = year_of_use();
    for (auto _ : state)
        if (!Logbook::open(file)) state.SkipWithError("not opened");
    state.counters["megabytes"] = static_cast<double>(std::filesystem::file_size(file)) / 1e6;
}

PracticeSession& session_of_a_year() {
    static PracticeSession session(year_of_use(), 1, [] { return 5.0; });
    session.begin();
    return session;
}

void looks_it_all_up(benchmark::State& state) {
    PracticeSession& session = session_of_a_year();
    for (auto _ : state) session.look_again();
    if (session.standing(DrillKind::step_alone).count < 4000) state.SkipWithError("not there");
}

void draws_a_chart(benchmark::State& state) {
    PracticeSession& session = session_of_a_year();
    QImage image(728, 150, QImage::Format_RGB32);
    for (auto _ : state)
        for (const PracticeChartText& each : kPracticeCharts) {
            QPainter painter(&image);
            draw_chart(painter, image.rect(), each.chart, session, greys());
        }
    if (session.weeks().size() < 50) state.SkipWithError("no weeks");
}

void keeps_an_answer(benchmark::State& state) {
    auto book = Logbook::open(year_of_use());
    for (auto _ : state)
        if (!book->add(LoggedAnswer{})) state.SkipWithError("not kept");
}

BENCHMARK(opens_a_year)->Name("practice/year/opened")->Unit(benchmark::kMillisecond);
BENCHMARK(looks_it_all_up)->Name("practice/year/looked up")->Unit(benchmark::kMillisecond);
BENCHMARK(draws_a_chart)->Name("practice/year/three charts")->Unit(benchmark::kMillisecond);
BENCHMARK(keeps_an_answer)->Name("practice/year/answer kept")->Unit(benchmark::kMillisecond);

}  // namespace
}  // namespace underpaint::bench
