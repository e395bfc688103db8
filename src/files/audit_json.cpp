// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/audit_json.h"

#include <nlohmann/json.hpp>

namespace underpaint {
namespace {

using Json = nlohmann::ordered_json;

Json value_of(const ValueAudit& value) {
    return {{"mean", value.running.mean}, {"p95", value.running.p95},
            {"max", value.running.max},   {"changed_steps", value.running.changed_steps},
            {"own_p95", value.own.p95},   {"verdict", id_of(value.verdict)}};
}

Json focus_of(const FocusAudit& focus) {
    return {{"contrast", focus.contrast},
            {"kept", focus.kept ? Json(*focus.kept) : Json()},
            {"lead", focus.lead ? Json(*focus.lead) : Json()},
            {"verdict", id_of(focus.verdict)}};
}

Json swing_of(const SwingAudit& swing) {
    return {{"swing", swing.swing}, {"own", swing.own}, {"verdict", id_of(swing.verdict)}};
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
        Json entry{{"index", pass.index}, {"name", pass.name}, {"value", value_of(pass.value)}};
        if (pass.focus) entry["focus"] = focus_of(*pass.focus);
        entry["swing"] = swing_of(pass.swing);
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
