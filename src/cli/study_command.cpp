// SPDX-License-Identifier: GPL-3.0-or-later
// The command study.
#include <iostream>

#include "cli/commands.h"
#include "files/json.h"
#include "files/openraster.h"
#include "practice/drill.h"

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

Json names_of(const std::vector<int>& hues) {
    Json all = Json::array();
    for (const int hue : hues) all.push_back(hue_name(hue));
    return all;
}

Json to_json(const StudyFigures& figures) {
    Json json{{"schema", kStudySchema},
              {"kind", text_of(figures.kind).id},
              {"recognised", figures.surely},
              {"certainty", figures.where.certainty}};
    if (figures.shadow)
        json["shadow"] = {{"where", figures.shadow->where},
                          {"share", figures.shadow->share},
                          {"stops", figures.shadow->stops}};
    if (figures.kind == StudyKind::two || figures.kind == StudyKind::three) {
        json["agreement"] = figures.agreement;
        json["crept_in"] = figures.crept_in;
        json["missing"] = to_json(figures.missing);
        json["added"] = to_json(figures.added);
        json["values"] = figures.flats;
        json["reference_values"] = figures.reference_flats;
        json["same_order"] = figures.same_order;
        json["shapes"] = figures.shapes;
        json["reference_shapes"] = figures.reference_shapes;
    } else {
        json["drift"] = {
            {"mean", figures.drift_mean}, {"p95", figures.drift_p95}, {"changed", figures.changed}};
        if (figures.kind != StudyKind::full) json["colour_off"] = figures.colour_off;
        if (figures.kind == StudyKind::widened) {
            json["hues"] = names_of(figures.hues);
            json["reference_hues"] = names_of(figures.reference_hues);
        }
        if (figures.beyond) json["beyond"] = *figures.beyond;
    }
    return json;
}

}  // namespace

int run(const StudyRequest& request) {
    auto study = read_finished(request.in);
    if (!study) return report(study.error());
    const auto reference = read_finished(request.reference);
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

}  // namespace underpaint
