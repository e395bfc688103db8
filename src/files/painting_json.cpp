// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/painting_json.h"

#include <algorithm>

#include "files/json.h"
#include "files/palette_json.h"
#include "files/source_json.h"
#include "files/unknown_members.h"
#include "painting/changes.h"
#include "painting/group_changes.h"
#include "painting/version_changes.h"
#include "terms/parameter.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr const char* kSchema = "faithful-underpaint/painting-1";

constexpr const char* kForeign = "foreign";

// --- writing

/// What others said in stack.xml, so that it need not be looked for there again.
Json to_json(const Foreign& foreign) {
    Json json;
    if (!foreign.attributes.empty()) json["attributes"] = foreign.attributes;
    if (!foreign.elements.empty()) json["elements"] = foreign.elements;
    return json;
}

void add_foreign(const SharedForeign& foreign, Json& json) {
    if (!foreign) return;
    if (Json said = to_json(*foreign); !said.is_null()) json[kForeign] = std::move(said);
    if (!foreign->members.empty()) put_back(parse_json(foreign->members), json);
}

void add_foreign(const std::shared_ptr<const ForeignFile>& foreign, Json& json) {
    if (!foreign) return;
    Json said;
    if (!foreign->ground_name.empty()) said["ground_name"] = foreign->ground_name;
    for (const auto& [key, of] : {std::pair("image", &foreign->image),
                                  {"stack", &foreign->stack},
                                  {"ground", &foreign->ground}})
        if (*of)
            if (Json part = to_json(**of); !part.is_null()) said[key] = std::move(part);
    if (!said.is_null()) json[kForeign] = std::move(said);
    if (foreign->image && !foreign->image->members.empty())
        put_back(parse_json(foreign->image->members), json);
}

Json to_json(const Pass& pass, const NamePicture& name) {
    const ValueBand& band = pass.reach.band;
    Json reach{{"parts", pass.reach.parts},
               {"band", {{"low", band.low}, {"high", band.high}, {kBandSoft.id, band.soft}}}};
    if (pass.reach.painted) reach["painted"] = name(pass.reach.painted);
    if (pass.reach.inverted) reach["inverted"] = true;
    for (const KeptMask& kept : pass.reach.kept)
        reach["kept"].push_back({{"name", kept.name}, {"mask", name(kept.mask)}});
    Json json{{"name", pass.name},
              {"source", source_to_json(pass.source, name)},
              {"tune", {pass.tune.hue, pass.tune.intensity, pass.tune.lightness}},
              {"blend", text_of(pass.blend).id},
              {kStrength.id, pass.strength},
              {kHold.id, pass.hold},
              {"hold_to", id_of(kHoldTos, pass.hold_to)},
              {"reach", reach},
              {"intent", id_of(kIntents, pass.intent)},
              {"on", pass.on},
              {"clipped", pass.clipped},
              {"ground", pass.ground},
              {"group", pass.group}};
    add_foreign(pass.foreign, json);
    return json;
}

Json to_json(const Group& group) {
    Json json{
        {"id", group.id}, {"name", group.name}, {kStrength.id, group.strength}, {"on", group.on}};
    add_foreign(group.foreign, json);
    return json;
}

Json to_json(const Plan& plan) {
    Json json{{"foci", Json::array()},
              {"splits", Json::object()},
              {"shares", Json::object()},
              {"steps", Json::array()}};
    for (const Focus& focus : plan.foci)
        json["foci"].push_back({{"name", focus.name},
                                {"x", focus.centre.x},
                                {"y", focus.centre.y},
                                {"radius", focus.radius}});
    for (const ShapeCount count : kShapeCounts)
        json["splits"][std::to_string(number_of(count))] = plan.splits.of(count);
    for (const auto& [count, shares] : plan.shares)
        json["shares"][std::to_string(number_of(count))] = shares;
    for (const auto& [part, step] : plan.steps)
        json["steps"].push_back({{"part", part}, {"step", step}});
    for (const auto& [part, from] : plan.reserved)
        json["reserved"].push_back({{"part", part}, {"from", from}});
    if (plan.range) json["range"] = {plan.range->darkest, plan.range->lightest};
    if (plan.key) json["key"] = name_of(*plan.key);
    if (plan.lead) json["lead"] = *plan.lead;
    return json;
}

Json to_json(const Meant& meant) {
    return {{"finding", meant.finding}, {"pass", meant.pass},     {"parts", meant.parts},
            {"focus", meant.focus},     {"figure", meant.figure}, {"note", meant.note}};
}

/// What versions have each for themselves, as members of an object.
void add_colouring(const Colouring& colouring, const NamePicture& name, Json& json) {
    for (const char* list : {"meant", "groups", "passes"}) json[list] = Json::array();
    for (const Meant& meant : colouring.meant) json["meant"].push_back(to_json(meant));
    for (const Group& group : colouring.groups) json["groups"].push_back(to_json(group));
    for (const Pass& pass : colouring.passes) json["passes"].push_back(to_json(pass, name));
    if (colouring.palette != Palette{}) json["palette"] = to_json(colouring.palette);
    if (colouring.colour_plan != ColourPlan{}) json["colour_plan"] = to_json(colouring.colour_plan);
}

/// The chosen one is the painting itself, and has no passes here.
Json to_json(const Version& version, bool chosen, const NamePicture& name) {
    Json json{{"id", version.id},
              {"name", version.name},
              {"from", version.from},
              {"note", version.note},
              {"chosen", chosen}};
    if (!chosen) add_colouring(version.colouring, name, json);
    return json;
}

Json to_json(const Painting& painting, const NamePicture& name) {
    Json json{{"schema", kSchema},
              {"name", painting.name},
              {"underpaint", name(painting.underpaint)},
              {"parts", Json::array()},
              {"plan", to_json(painting.plan)},
              {"seals", Json::array()},
              {"values", Json::array()}};
    for (const Part& part : painting.parts)
        json["parts"].push_back({{"id", part.id},
                                 {"name", part.name},
                                 {"mask", name(part.mask)},
                                 {"hidden", part.hidden}});
    for (const Seal& seal : painting.seals)
        json["seals"].push_back(
            {{"number", seal.number}, {"date", seal.date}, {"picture", name(seal.picture)}});
    if (painting.sealed()) json["seal_in_force"] = painting.seal_at;
    for (const Pass& pass : painting.values) json["values"].push_back(to_json(pass, name));
    add_colouring(colouring_of(painting), name, json);
    for (const Version& version : painting.versions)
        json["versions"].push_back(to_json(version, version.id == painting.version, name));
    if (painting.others_see_all) json["others_see_all"] = true;
    for (const BlindLook& look : painting.looks)
        json["looks"].push_back({{"chosen", look.chosen}, {"other", look.other}});
    add_foreign(painting.foreign, json);
    return json;
}

// --- reading: a missing or mistyped member throws Json::exception, a word or picture that does not
// --- fit throws Trouble; parse_painting() turns both into a returned value.

template <class Choice>
Choice known(const std::string& file, std::optional<Choice> choice, const std::string& word) {
    if (!choice) throw Trouble{file, "its painting data has the unknown word \"" + word + "\"."};
    return *choice;
}

constexpr std::size_t kMostMeant = 1000;

class PaintingParser {
public:
    PaintingParser(const std::string& file, const LoadPicture& load) : file_(file), load_(load) {}

    ParsedPainting painting(const Json& json) {
        if (json.at("schema") != kSchema)
            throw Trouble{file_, "it was saved by a newer or other version of this program."};
        Painting painting;
        painting.name = json.at("name");
        painting.underpaint = picture(json.at("underpaint"));
        size_ = painting.underpaint->size();
        for (const Json& part : json.at("parts"))
            keep("The part", part, [&] { painting.parts.push_back(this->part(part)); });
        read_plan(json.at("plan"), painting);
        read_seals(json, painting);
        if (json.contains("values")) read_passes(json.at("values"), painting, painting.values);
        read_colouring(json, painting);
        read_versions(json, painting);
        read_foreign(json, painting);
        return {std::move(painting), std::move(lost_)};
    }

private:
    /// What others said of one layer or group, and a later version of what is now `ours`.
    static SharedForeign foreign(const Json& json, Json ours) {
        Foreign foreign;
        if (json.contains(kForeign)) {
            const Json& said = json.at(kForeign);
            foreign.attributes = said.value("attributes", foreign.attributes);
            foreign.elements = said.value("elements", "");
            ours[kForeign] = nullptr;
        }
        if (const Json rest = unknown_members(json, ours); !rest.is_null())
            foreign.members = text_of(rest);
        return foreign.empty() ? nullptr : std::make_shared<const Foreign>(std::move(foreign));
    }

    static void read_foreign(const Json& json, Painting& painting) {
        ForeignFile file;
        Json of_image = json;
        of_image.erase(kForeign);
        for (const char* own : {"values", "passes", "groups"})
            of_image.erase(own);  // they have entries of their own
        if (json.contains(kForeign)) {
            const Json& said = json.at(kForeign);
            file.ground_name = said.value("ground_name", "");
            const auto part = [&](const char* key) {
                return said.contains(key) ? foreign({{kForeign, said.at(key)}}, Json::object())
                                          : nullptr;
            };
            file.stack = part("stack");
            file.ground = part("ground");
            if (said.contains("image")) of_image[kForeign] = said.at("image");
        }
        file.image = foreign(of_image, to_json(painting, [](const auto&) { return ""; }));
        if (file.image || file.stack || file.ground || !file.ground_name.empty())
            painting.foreign = std::make_shared<const ForeignFile>(std::move(file));
    }

    /// Reads something that the rest can do without.
    template <class Read>
    void keep(const char* what, const Json& json, Read read) {
        try {
            read();
        } catch (const Trouble& error) {
            lost_.push_back(std::string(what) + " \"" + shown_name(json.value("name", "")) +
                            "\" was lost: " + error.what);
        }
    }

    void read_seals(const Json& json, Painting& painting) {
        const Json& seals = json.at("seals");
        if (seals.empty()) return;
        const auto in_force = json.value("seal_in_force", seals.size() - 1);
        if (in_force >= seals.size())
            throw Trouble{file_, "the seal it names as in force is missing."};
        for (std::size_t i = 0; i < seals.size(); ++i) {
            const int number = seals[i].at("number");
            try {
                painting.seals.push_back(
                    {number, seals[i].at("date"), sized(picture(seals[i].at("picture")))});
                if (i <= in_force) painting.seal_at = painting.seals.size() - 1;
            } catch (const Trouble& error) {
                lost_.push_back("Seal " + std::to_string(number) + " was lost: " + error.what);
            }
        }
    }

    /// What of a painting, or of a version of it, is its own.
    void read_colouring(const Json& json, Painting& painting) {
        read_groups(json, painting);
        read_passes(json.at("passes"), painting, painting.passes);
        if (json.contains("meant")) read_meant(json.at("meant"), painting);
        painting = with_settled_groups(std::move(painting));
        read_palette(json, painting);
    }

    /// Older paintings have none. One that is damaged is lost by itself; where none is chosen, what
    /// the painting has is one more.
    void read_versions(const Json& json, Painting& painting) {
        if (!json.contains("versions")) return;
        const Painting shared = with_colouring(painting, {});
        std::size_t left_out = 0;
        for (const Json& each : json.at("versions")) {
            if (painting.versions.size() >= kMostVersions) {
                ++left_out;
                continue;
            }
            try {
                Version version{each.at("id"),
                                each.at("name"),
                                each.value("from", ""),
                                each.value("note", ""),
                                {}};
                const bool chosen = each.value("chosen", false) && painting.version == kNoVersion;
                if (version.id == kNoVersion || painting.find_version(version.id) != nullptr)
                    version.id = free_id(json.at("versions"), painting);
                if (chosen) {
                    painting.version = version.id;
                } else {
                    Painting own = shared;
                    read_colouring(each, own);
                    version.colouring = colouring_of(own);
                }
                const std::string name = version.name;
                painting.versions.push_back(std::move(version));
                painting =
                    with_version_renamed(std::move(painting), painting.versions.back().id, name);
            } catch (const Json::exception&) {
                lost_.push_back("A version of the painting was lost: it is damaged.");
            }
        }
        if (left_out > 0)
            lost_.push_back("A painting has " + std::to_string(kMostVersions) + " versions; " +
                            std::to_string(left_out) + " more were left out.");
        read_looks(json, painting);
        const auto all = json.find("others_see_all");
        painting.others_see_all = all != json.end() && all->is_boolean() && all->get<bool>();
        if (painting.versions.empty() || painting.version != kNoVersion) return;
        if (painting.versions.size() >= kMostVersions) {
            lost_.push_back("Of the versions none was chosen, and the last was lost for it.");
            painting.versions.pop_back();
        }
        const VersionId id = free_id(json.at("versions"), painting);
        painting.versions.insert(painting.versions.begin(), Version{id, "Version", {}, {}, {}});
        painting.version = id;
        painting = with_version_renamed(std::move(painting), id, "Version");
    }

    /// A look at what is not there is no look any more.
    static void read_looks(const Json& json, Painting& painting) {
        if (!json.contains("looks") || !json.at("looks").is_array()) return;
        for (const Json& look : json.at("looks")) {
            const auto id = [&](const char* member) {
                const auto at = look.find(member);
                return at != look.end() && at->is_number_integer() ? at->get<VersionId>()
                                                                   : kNoVersion;
            };
            if (look.is_object())
                painting = with_look(std::move(painting), {id("chosen"), id("other")});
        }
    }

    /// One that no version has or will have.
    static VersionId free_id(const Json& versions, const Painting& painting) {
        VersionId highest = kNoVersion;
        for (const Json& each : versions)
            if (each.is_object() && each.contains("id") && each.at("id").is_number_integer())
                highest = std::max(highest, std::min(each.at("id").get<VersionId>(), 1'000'000));
        for (const Version& version : painting.versions) highest = std::max(highest, version.id);
        return highest + 1;
    }

    /// Older paintings have none. A damaged one is lost by itself.
    void read_palette(const Json& json, Painting& painting) {
        try {
            if (json.contains("palette"))
                painting = with_palette(std::move(painting), palette_from_json(json.at("palette")));
            if (json.contains("colour_plan"))
                painting =
                    with_colour_plan(std::move(painting), plan_from_json(json.at("colour_plan")));
        } catch (const Json::exception&) {
            lost_.push_back("A part of the palette or the colour plan was lost: it is damaged.");
        }
    }

    /// What can't be read is said again as a finding, and nothing is lost.
    void read_meant(const Json& list, Painting& painting) {
        for (const Json& each : list) {
            if (painting.meant.size() >= kMostMeant) return;
            try {
                painting.meant.push_back({each.at("finding"), each.at("pass"),
                                          each.at("parts").get<std::vector<PartId>>(),
                                          each.at("focus"), each.at("figure"), each.at("note")});
            } catch (const Json::exception&) {
            }
        }
    }

    void read_passes(const Json& list, const Painting& painting, std::vector<Pass>& passes) {
        for (const Json& pass : list)
            keep("The pass", pass, [&] { passes.push_back(this->pass(pass, painting)); });
    }

    /// Older paintings have none.
    static void read_groups(const Json& json, Painting& painting) {
        if (!json.contains("groups")) return;
        for (const Json& each : json.at("groups")) {
            Group group{each.at("id"), each.at("name"),
                        kStrength.clamp(each.at(kStrength.id).get<float>()), each.at("on")};
            group.foreign = foreign(each, to_json(group));
            painting.groups.push_back(std::move(group));
        }
    }

    SharedPicture picture(const std::string& entry) {
        auto loaded = load_(entry);
        if (!loaded) throw loaded.error();
        return *loaded;
    }
    SharedPicture sized(SharedPicture picture) const {
        if (picture->size() != size_)
            throw Trouble{file_, "its picture is not of the painting's size."};
        return picture;
    }

    Part part(const Json& json) {
        const PartId id = json.at("id");
        all_parts_.push_back(id);
        return {id, json.at("name"), sized(picture(json.at("mask"))), json.value("hidden", false)};
    }

    /// Older paintings have less of a plan.
    void read_plan(const Json& json, Painting& painting) const {
        std::vector<Focus> foci;
        for (const Json& focus : json.at("foci"))
            foci.push_back({focus.at("name"),
                            {focus.at("x"), focus.at("y")},
                            focus.at("radius").get<double>()});
        painting = with_foci(std::move(painting), std::move(foci));
        Plan plan;
        for (const ShapeCount count : kShapeCounts) {
            const std::string number = std::to_string(number_of(count));
            if (json.contains("splits"))
                painting = with_splits(std::move(painting), count,
                                       json.at("splits").at(number).get<Splits>());
            if (json.contains("shares") && json.at("shares").contains(number))
                plan.shares[count] = json.at("shares").at(number).get<ShapeShares>();
        }
        if (json.contains("range")) plan.range = {json.at("range").at(0), json.at("range").at(1)};
        if (json.contains("key")) {
            const std::string key = json.at("key");
            const auto found = std::ranges::find(kKeyNames, key);
            if (found == kKeyNames.end())
                throw Trouble{file_, "its painting data has the unknown word \"" + key + "\"."};
            plan.key = static_cast<Key>(found - kKeyNames.begin());
        }
        if (json.contains("lead")) plan.lead = json.at("lead").get<double>();
        if (json.contains("steps"))
            for (const Json& planned : json.at("steps"))
                plan.steps[planned.at("part")] = planned.at("step");
        if (json.contains("reserved"))
            for (const Json& reserved : json.at("reserved"))
                plan.reserved[reserved.at("part")] = reserved.at("from");
        painting = with_plan(std::move(painting), std::move(plan));
    }

    Pass pass(const Json& json, const Painting& painting) {
        Pass pass;
        pass.name = json.at("name");
        pass.source = source_from_json(json.at("source"), file_,
                                       [&](const std::string& entry) { return picture(entry); });
        if (json.contains("tune")) {
            const Json& tune = json.at("tune");
            pass.tune = {tune.at(0), tune.at(1), tune.at(2)};
        }
        const std::string blend = json.at("blend"), intent = json.at("intent"),
                          hold_to = json.at("hold_to");
        pass.blend = known(file_, blend_from_id(blend), blend);
        pass.intent = known(file_, choice_from_id(kIntents, intent), intent);
        pass.hold_to = known(file_, choice_from_id(kHoldTos, hold_to), hold_to);
        pass.strength = json.at(kStrength.id);
        pass.hold = json.at(kHold.id);
        pass.on = json.at("on");
        pass.clipped = json.value("clipped", false);
        pass.ground = json.value("ground", false);
        pass.group = json.value("group", kNoGroup);
        const Json& reach = json.at("reach");
        for (const PartId id : reach.at("parts").get<std::vector<PartId>>()) {
            if (std::ranges::find(all_parts_, id) == all_parts_.end())
                throw Trouble{file_, "it reaches a part that is missing."};
            if (painting.part(id) != nullptr) pass.reach.parts.push_back(id);
        }
        if (reach.contains("kept"))
            for (const Json& kept : reach.at("kept"))
                pass.reach.kept.push_back({kept.at("name"), sized(picture(kept.at("mask")))});
        pass.reach.inverted = reach.value("inverted", false);
        if (!pass.reach.has_parts() && !reach.at("parts").empty()) switch_off(pass);
        if (reach.contains("painted")) {
            try {
                pass.reach.painted = sized(picture(reach.at("painted")));
            } catch (const Trouble&) {
                switch_off(pass);
            }
        }
        const Json& band = reach.at("band");
        pass.reach.band = {band.at("low"), band.at("high"), band.at(kBandSoft.id)};
        pass = in_range(std::move(pass));
        pass.foreign = foreign(json, to_json(pass, [](const auto&) { return ""; }));
        return pass;
    }

    /// Without what it reached it would land everywhere.
    void switch_off(Pass& pass) {
        pass.on = false;
        lost_.push_back("The pass \"" + shown_name(pass.name) +
                        "\" was switched off: where it lands was lost.");
    }

    const std::string& file_;
    const LoadPicture& load_;
    Size size_;
    std::vector<PartId> all_parts_;  // including those whose mask was lost
    std::vector<std::string> lost_;
};

}  // namespace

std::string write_painting(const Painting& painting, const NamePicture& name) {
    return text_of(to_json(painting, name));
}

Result<ParsedPainting> parse_painting(const std::string& file, std::string_view json,
                                      const LoadPicture& load) {
    try {
        const Json read = parse_json(json);
        if (read.is_discarded())
            return trouble(file, "its painting data is damaged: it is no JSON, or nests too deep.");
        return PaintingParser(file, load).painting(read);
    } catch (const Json::exception& error) {
        return trouble(file, std::string("its painting data is damaged: ") + error.what() + ".");
    } catch (const Trouble& error) {
        return tl::unexpected(error);
    }
}

}  // namespace underpaint
