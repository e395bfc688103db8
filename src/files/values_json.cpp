// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/values_json.h"

#include "audit/shapes.h"
#include "files/json.h"

namespace underpaint {
namespace {

Json edges_of(const EdgeLengths& lengths) {
    if (lengths.total() <= 0) return {};
    Json json;
    for (std::size_t kind = 0; kind < kEdgeKinds; ++kind)
        json[std::string(kEdgeNames[kind])] = lengths.share(static_cast<EdgeKind>(kind));
    return json;
}

Json part_of(const Painting& painting, const ValuesAudit& figures, std::size_t index) {
    const PartFigures& part = figures.parts[index];
    Json json{{"name", painting.parts[index].name}, {"share", part.share}};
    if (part.steps) {
        json["step"] = figures.said(part.steps->mean);
        json["from"] = figures.said(part.steps->from);
        json["to"] = figures.said(part.steps->to);
    }
    if (const auto planned = painting.plan.steps.find(part.part);
        planned != painting.plan.steps.end())
        json["plan"] = figures.said(planned->second);
    json["edges"] = edges_of(figures.part_edges[index]);
    return json;
}

Json foci_of(const Plan& plan, const ValuesAudit& figures) {
    Json list = Json::array();
    const ViewingSteps& viewing = figures.viewing;
    for (const Focus& focus : plan.foci) {
        const auto contrast = disc_contrast(
            viewing.steps, {focus.centre.x * viewing.scale, focus.centre.y * viewing.scale},
            focus.radius * viewing.scale);
        Json json{{"name", focus.name},
                  {"x", focus.centre.x},
                  {"y", focus.centre.y},
                  {"radius", focus.radius},
                  {"contrast", contrast ? Json(figures.said_width(*contrast)) : Json()}};
        if (list.empty() && figures.focus) {  // the first focus leads
            json["lead"] = or_null(figures.focus->lead);
            if (const auto& rival = figures.focus->rival)
                json["rival"] = {{"x", rival->centre.x},
                                 {"y", rival->centre.y},
                                 {"contrast", figures.said_width(rival->contrast)}};
        }
        list.push_back(std::move(json));
    }
    return list;
}

}  // namespace

std::string write_values(const Painting& painting, const ValuesAudit& figures,
                         const std::vector<Finding>& findings) {
    const Range range = range_of(figures.steps);
    Json json{{"schema", "faithful-underpaint/values-1"},
              {"width", figures.size.width},
              {"height", figures.size.height},
              {"reader", text_of(figures.reader).id},
              {"edges", figures.edges ? edges_of(lengths_of(*figures.edges)) : Json()},
              {"range",
               {{"darkest", figures.said(range.darkest)},
                {"lightest", figures.said(range.lightest)},
                {"width", width_of(range)}}},
              {"key", name_of(key_of(figures.steps))},
              {"median", figures.said(figures.steps.percentile(0.5))},
              {"parts", Json::array()},
              {"foci", foci_of(painting.plan, figures)},
              {"splits", Json::object()},
              {"shapes", Json::object()},
              {"findings", Json::array()}};
    for (std::size_t i = 0; i < figures.parts.size(); ++i)
        json["parts"].push_back(part_of(painting, figures, i));
    for (const ShapeCount count : kShapeCounts) {
        const std::string number = std::to_string(number_of(count));
        const Splits& splits = painting.plan.splits.of(count);
        Json& said = json["splits"][number] = Json::array();
        for (const double split : splits) said.push_back(figures.said(split));
        json["shapes"][number] = shape_shares(figures.steps, splits);
    }
    for (const Finding& found : findings)
        json["findings"].push_back(
            {{"code", id_of(found.code)}, {"verdict", id_of(found.verdict)}, {"text", found.text}});
    return text_of(json);
}

}  // namespace underpaint
