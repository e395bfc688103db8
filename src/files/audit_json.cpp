// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/audit_json.h"

#include <nlohmann/json.hpp>

namespace underpaint {
namespace {

using Json = nlohmann::ordered_json;

/// Null where it was not measured.
Json figures_of(const MeasureRecord& measure, const PassAudit& pass) {
    Json json;
    for (const FigureField& field : measure.fields(pass))
        json[std::string(field.id)] = field.value ? Json(*field.value) : Json();
    if (json.is_null() || !measure.judged) return json;
    if (const auto words = measure.words(pass)) json["verdict"] = id_of(words->verdict);
    return json;
}

}  // namespace

std::string write_audit(const Audit& audit, const std::vector<Finding>& findings) {
    Json json{{"schema", "faithful-underpaint/audit-1"},
              {"width", audit.size.width},
              {"height", audit.size.height},
              {"reader", text_of(audit.reader).id},
              {"passes", Json::array()},
              {"findings", Json::array()}};
    for (const PassAudit& pass : audit.passes) {
        Json entry{{"index", pass.index}, {"name", pass.name}};
        for (const MeasureRecord* measure : kMeasures) {
            if (measure->fields == nullptr) continue;
            if (Json figures = figures_of(*measure, pass); !figures.is_null())
                entry[std::string(measure->id)] = std::move(figures);
        }
        json["passes"].push_back(std::move(entry));
    }
    for (const Finding& finding : findings)
        json["findings"].push_back({{"code", id_of(finding.code)},
                                    {"verdict", id_of(finding.verdict)},
                                    {"pass", finding.pass},
                                    {"text", finding.text}});
    return json.dump(1, ' ', false, Json::error_handler_t::replace) + "\n";
}

}  // namespace underpaint
