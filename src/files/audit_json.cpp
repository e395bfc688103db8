// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/audit_json.h"

#include "files/csv.h"
#include "files/json.h"
#include "files/path_text.h"

namespace underpaint {
namespace {

Json json_of(const FigureFields& fields);

struct AsJson {
    Json operator()(const std::optional<double>& number) const { return or_null(number); }
    Json operator()(const std::string& word) const { return word; }
    Json operator()(const FigureFields& fields) const { return json_of(fields); }
    Json operator()(const std::vector<FigureFields>& list) const {
        Json json = Json::array();
        for (const FigureFields& fields : list) json.push_back(json_of(fields));
        return json;
    }
};

/// One nameless field is the thing itself.
Json json_of(const FigureFields& fields) {
    if (fields.size() == 1 && fields[0].id.empty()) return std::visit(AsJson{}, fields[0].value);
    Json json = Json::object();
    for (const FigureField& field : fields)
        json[std::string(field.id)] = std::visit(AsJson{}, field.value);
    return json;
}

Json figures_of(const MeasureRecord& measure, const Painting& painting, const PassAudit& pass) {
    Json json = json_of(measure.fields(painting, pass));
    if (!json.is_object() || !measure.judged) return json;
    if (const auto words = measure.words(pass)) json["verdict"] = id_of(words->verdict);
    return json;
}

Json state_of(const Painting& painting, const PassAudit& state) {
    Json json{{"index", state.index}, {"name", state.name}};
    if (state.open) json["open"] = true;
    for (const MeasureRecord* measure : kMeasures)
        if (measure->fields != nullptr)
            json[std::string(measure->id)] = figures_of(*measure, painting, state);
    return json;
}

Json finding_of(const Painting& painting, const Finding& finding) {
    Json json{{"code", id_of(finding.code)},
              {"verdict", id_of(finding.verdict)},
              {"pass", finding.pass > 0 ? Json(finding.pass) : Json()},
              {"shares", Json::array()},
              {"part", Json::array()},
              {"figure", or_null(finding.figure)},
              {"budget", or_null(finding.budget)},
              {"text", finding.text},
              {"meant", finding.meant ? Json(*finding.meant) : Json()},
              {"mends", Json::array()}};
    for (const PassShare& share : finding.shares)
        json["shares"].push_back(
            {{"pass", share.pass}, {"laid", share.laid}, {"alone", share.alone}});
    for (const PartId id : finding.parts)
        if (const Part* part = painting.part(id)) json["part"].push_back(part->name);
    for (const Mend& mend : finding.mends)
        json["mends"].push_back({{"label", mend.label},
                                 {"effect", mend.effect},
                                 {"moves", mend.moves},
                                 {"safe", mend.safe}});
    return json;
}

Json limits_of(const Limits& limits) {
    return {{"drift", limits.drift},
            {"swing", or_null(limits.swing)},
            {"extremes",
             text_of(HouseRule::extremes).words[static_cast<std::size_t>(limits.extremes)].id},
            {"shadows_gain_colour", limits.shadows_gain_colour},
            {"overlays_touch_only", limits.overlays_touch_only},
            {"background", limits.background},
            {"accents", limits.accents},
            {"soft_edges", limits.soft_edges},
            {"opposites_bridged", limits.opposites_bridged},
            {"all_eyes", limits.all_eyes}};
}

Json audit_of(const AuditedFile& file) {
    const auto& [name, painting, audit, findings, left_out] = file;
    Json json{{"schema", "faithful-underpaint/audit-2"},
              {"width", audit.size.width},
              {"height", audit.size.height},
              {"reader", text_of(audit.reader).id},
              {"limits", limits_of(audit.limits)},
              {"sealed", state_of(painting, audit.ground)},
              {"left_out", left_out},
              {"passes", Json::array()},
              {"groups", Json::array()},
              {"findings", Json::array()}};
    for (const PassAudit& pass : audit.passes) json["passes"].push_back(state_of(painting, pass));
    for (const GroupAudit& group : audit.groups)
        json["groups"].push_back(state_of(painting, group.whole));
    for (const Finding& finding : findings)
        json["findings"].push_back(finding_of(painting, finding));
    return json;
}

// --- comma-separated values

/// Adds every number and word of a tree under its path; lists have no columns of their own.
void flatten(const Json& json, const std::string& path, Json& row) {
    if (json.is_object())
        for (const auto& [key, value] : json.items())
            flatten(value, path.empty() ? key : path + "." + key, row);
    else if (!json.is_array())
        row[path] = json;
}

}  // namespace

std::string write_versions(const std::vector<AuditedVersion>& versions, Reader reader) {
    Json json{{"schema", "faithful-underpaint/versions-1"},
              {"reader", text_of(reader).id},
              {"versions", Json::array()}};
    for (const AuditedVersion& each : versions) {
        const PassAudit& last =
            each.audit.passes.empty() ? each.audit.ground : each.audit.passes.back();
        Json version{{"name", each.version.name},
                     {"chosen", each.chosen},
                     {"from", each.version.from},
                     {"note", each.version.note},
                     {"passes", each.painting.passes.size()}};
        for (const MeasureRecord* measure : kMeasures)
            if (measure->fields != nullptr)
                version[std::string(measure->id)] = figures_of(*measure, each.painting, last);
        json["versions"].push_back(std::move(version));
    }
    return text_of(json);
}

std::string write_save(const AuditedSave& save) {
    Json json{{"schema", "faithful-underpaint/watch-1"},
              {"time", save.time},
              {"file", text_of_path(save.file)},
              {"save", save.number},
              {"width", save.size.width},
              {"height", save.size.height},
              {"reader", text_of(save.audit.reader).id},
              {"changed", save.changed},
              {"notices", save.notices}};
    for (const MeasureRecord* measure : kMeasures)
        if (measure->fields != nullptr)
            json[std::string(measure->id)] =
                figures_of(*measure, save.painting, save.audit.passes.front());
    return json.dump(-1, ' ', false, Json::error_handler_t::replace) + "\n";
}

std::string write_audit(const AuditedFile& file) {
    return text_of(audit_of(file));
}

std::string write_audits(std::span<const AuditedFile> files) {
    Json all = Json::array();
    for (const AuditedFile& each : files) {
        Json json{{"file", text_of_path(each.file)}};
        json.update(audit_of(each));
        all.push_back(std::move(json));
    }
    return text_of(all);
}

std::string write_audits_as_csv(std::span<const AuditedFile> files) {
    std::vector<Json> rows;
    Json columns = Json::object();  // in the order in which they are first met
    for (const AuditedFile& each : files)
        for (const PassAudit& pass : each.audit.passes) {
            Json state = state_of(each.painting, pass);
            // Columns are made for the first focus only, which leads.
            if (state["focus"].is_array())
                state["focus"] = state["focus"].empty() ? Json::object() : state["focus"][0];
            Json row{{"file", text_of_path(each.file)}};
            flatten(state, {}, row);
            for (const auto& [key, value] : row.items()) columns[key] = true;
            rows.push_back(std::move(row));
        }
    std::string text;
    for (const auto& [column, unused] : columns.items())
        text += (text.empty() ? "" : ",") + csv_field(column);
    text += "\r\n";
    for (const Json& row : rows) {
        bool first = true;
        for (const auto& [column, unused] : columns.items()) {
            if (!std::exchange(first, false)) text += ",";
            const auto cell = row.find(column);
            if (cell == row.end() || cell->is_null()) continue;
            text += cell->is_string() ? csv_field(cell->get<std::string>()) : line_of(*cell);
        }
        text += "\r\n";
    }
    return text;
}

}  // namespace underpaint
