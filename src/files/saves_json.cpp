// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/saves_json.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>

#include "files/path_text.h"

namespace underpaint {
namespace {

constexpr std::array kVerdicts{Verdict::open, Verdict::held, Verdict::slipping, Verdict::lost};
constexpr int kLongestSide = 1'000'000;

Json to_json(const KeptSave& save, const NameKept& name) {
    Json json{{"number", save.number},
              {"when", save.when.time_since_epoch().count()},
              {"size", {save.size.width, save.size.height}},
              {"where",
               {{"mirrored", save.where.mirrored},
                {"quarter_turns", save.where.quarter_turns},
                {"scale", save.where.scale},
                {"at", {save.where.at.x, save.where.at.y}},
                {"certainty", save.where.certainty},
                {"seen", save.where.seen}}},
              {"figures", Json::array()},
              {"changed", save.changed},
              {"layers", save.layers},
              {"notices", save.notices},
              {"pixels", fmt::format("{:016x}", save.pixels)}};
    for (const SaveFigure& each : save.figures)
        json["figures"].push_back({{"balance", each.balance}, {"verdict", id_of(each.verdict)}});
    if (save.picture) json["picture"] = name(*save.picture);
    if (save.meant) json["meant"] = *save.meant;
    return json;
}

Verdict verdict_from(const std::string& word) {
    const auto found =
        std::ranges::find(kVerdicts, word, [](Verdict each) { return std::string(id_of(each)); });
    return found == kVerdicts.end() ? Verdict::open : *found;
}

Alignment alignment_from(const Json& json) {
    const auto number = [&](const Json& from, double low, double high) {
        return std::clamp(from.get<double>(), low, high);
    };
    return {json.at("mirrored"),
            std::clamp(json.at("quarter_turns").get<int>(), 0, 3),
            number(json.at("scale"), 1e-3, 1e3),
            {number(json.at("at").at(0), -kLongestSide, kLongestSide),
             number(json.at("at").at(1), -kLongestSide, kLongestSide)},
            number(json.at("certainty"), 0, 1),
            number(json.at("seen"), 0, 1)};
}

KeptSave save_from(const Json& json, const LoadKept& load, std::vector<std::string>& lost) {
    KeptSave save;
    save.number = json.at("number");
    save.when = in_seconds(json.at("when"));
    const auto side = [&](std::size_t i) {
        return std::clamp(json.at("size").at(i).get<int>(), 1, kLongestSide);
    };
    save.size = {side(0), side(1)};
    save.where = alignment_from(json.at("where"));
    for (std::size_t i = 0; i < kSaveColumns; ++i) {
        const Json& figure = json.at("figures").at(i);
        save.figures[i] = {figure.at("balance"), verdict_from(figure.at("verdict"))};
    }
    save.changed = json.value("changed", "");
    save.layers = json.value("layers", "");
    save.notices = json.value("notices", "");
    const std::string pixels = json.value("pixels", "");
    std::from_chars(pixels.data(), pixels.data() + pixels.size(), save.pixels, 16);
    if (json.contains("meant")) save.meant = json.at("meant").get<std::string>();
    if (!json.contains("picture")) return save;
    const std::string name = fmt::format("Save {}", save.number);
    if (auto picture = load(json.at("picture"), name, KeptCheck::header))
        save.picture = std::move(*picture);
    else
        lost.push_back(
            fmt::format("The picture of save {} was lost: {}", save.number, picture.error().what));
    return save;
}

}  // namespace

Json saves_to_json(const SaveLedger& ledger, const NameKept& name) {
    Json json{{"file", text_of_path(ledger.file())}, {"kept", Json::array()}};
    for (const KeptSave& save : ledger.saves()) json["kept"].push_back(to_json(save, name));
    return json;
}

SaveLedger saves_from_json(const Json& json, const LoadKept& load, std::vector<std::string>& lost) {
    std::vector<KeptSave> saves;
    const Json& kept = json.at("kept");
    const std::size_t skipped = kept.size() > kMostSaves ? kept.size() - kMostSaves : 0;
    if (skipped > 0)
        lost.push_back(
            fmt::format("{} saves are more than are kept; the oldest were left out.", kept.size()));
    for (std::size_t i = skipped; i < kept.size(); ++i) {
        try {
            saves.push_back(save_from(kept.at(i), load, lost));
        } catch (const Json::exception&) {
            lost.emplace_back("One of the saves was lost: what is kept of it is damaged.");
        }
    }
    return {path_from_text(json.at("file").get<std::string>()).string(), std::move(saves)};
}

}  // namespace underpaint
