// SPDX-License-Identifier: GPL-3.0-or-later
// The commands study and logbook.
#include <fmt/format.h>

#include <iostream>

#include "cli/commands.h"
#include "files/flat_picture.h"
#include "files/json.h"
#include "files/logbook.h"
#include "practice/naming.h"

namespace underpaint {
namespace {

constexpr const char* kStudySchema = "faithful-underpaint/study-1";

Json to_json(const std::vector<StudyPlace>& places) {
    Json all = Json::array();
    for (const StudyPlace& place : places)
        all.push_back({{"where", place.where},
                       {"share", place.share},
                       {"is", place.light ? "light" : "dark"}});
    return all;
}

Json to_json(const StudyFigures& figures) {
    Json json{{"schema", kStudySchema},
              {"kind", text_of(figures.kind).id},
              {"recognised", figures.surely},
              {"certainty", figures.where.certainty}};
    if (figures.kind == StudyKind::two || figures.kind == StudyKind::three) {
        json["agreement"] = figures.agreement;
        json["crept_in"] = figures.crept_in;
        json["missing"] = to_json(figures.missing);
        json["added"] = to_json(figures.added);
        json["values"] = figures.flats;
        json["reference_values"] = figures.reference_flats;
        json["shapes"] = figures.shapes;
        json["reference_shapes"] = figures.reference_shapes;
    } else {
        json["drift"] = {
            {"mean", figures.drift_mean}, {"p95", figures.drift_p95}, {"changed", figures.changed}};
        if (figures.kind == StudyKind::limited) json["colour_off"] = figures.colour_off;
        if (figures.beyond) json["beyond"] = *figures.beyond;
    }
    return json;
}

}  // namespace

int run(const StudyRequest& request) {
    auto study = read_flat_picture(request.in);
    if (!study) return report(study.error());
    const auto reference = read_flat_picture(request.reference);
    if (!reference) return report(reference.error());
    StudyOptions options;
    options.reader = request.reader;
    options.even_out_light = request.even_out_light;
    for (const Tube& tube : request.tubes) options.palette.push_back(tube.colour);
    const StudyFigures figures =
        *measure_study(std::move(study->picture), reference->picture, request.kind, options);
    if (request.json)
        std::cout << text_of(to_json(figures));
    else
        std::cout << in_words(figures) << "\n";
    return figures.surely ? kHeldStatus : kSlippedStatus;
}

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
        std::vector<Naming> namings;
        std::size_t right = 0;
        for (const LoggedAnswer& each : *answers)
            namings.push_back({each.cell, each.error}), right += each.right;
        if (drill.unit.empty())
            std::cout << fmt::format(
                "{}: {} answers, {:.0f}% right\n", drill.label, answers->size(),
                100.0 * static_cast<double>(right) / static_cast<double>(answers->size()));
        else
            std::cout << fmt::format("{}: {} answers, off by {:.2f} {}\n", drill.label,
                                     answers->size(), figures_of(namings).error, drill.unit);
    }
    const auto studies = book->studies();
    if (!studies) return report(studies.error());
    for (const StudyKindText& kind : kStudyKinds) {
        const auto count = std::ranges::count(*studies, kind.kind, &LoggedStudy::kind);
        if (count > 0) std::cout << fmt::format("{}: {} studies\n", kind.label, count);
    }
    return kHeldStatus;
}

}  // namespace underpaint
