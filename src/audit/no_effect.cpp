// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/no_effect.h"

#include <fmt/format.h>
#include <tbb/enumerable_thread_specific.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>
#include <utility>
#include <vector>

#include "audit/finding.h"
#include "colour/ciede2000.h"
#include "painting/changes.h"
#include "render/render.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr int kSide = 240;  // long side of the copy
constexpr float kReached = 0.5F;
constexpr double kVisible = 1, kNearNeutral = 3;   // CIEDE2000
constexpr double kNearWhite = 92, kNearBlack = 8;  // L*
constexpr double kLittle = 0.1;  // of the reach: a shade beneath may leave as much without effect
constexpr Rgb kShade{0.5F, 0.5F, 0.5F};
constexpr std::size_t kReasons = 4;

struct Tally {
    double reached = 0, left = 0;
    std::array<double, kReasons> reasons{};
};

/// Tells why a pass leaves a pixel as it was. A tint is held against the blend's neutral once.
class Reason {
public:
    explicit Reason(BlendMode blend) {
        if (const auto neutral = neutral_of(blend)) neutral_ = lab(*neutral);
    }
    WhyNothing of(const Lab& found, Rgb source) {
        if (neutral_ && is_near_neutral(source)) return WhyNothing::near_neutral;
        if (found.l > kNearWhite) return WhyNothing::near_white;
        if (found.l < kNearBlack) return WhyNothing::near_black;
        return WhyNothing::same;
    }

private:
    bool is_near_neutral(Rgb source) {
        if (!source_ || *source_ != source) {
            source_ = source;
            near_ = ciede2000(lab(source), *neutral_) < kNearNeutral;
        }
        return near_;
    }

    std::optional<Lab> neutral_;
    std::optional<Rgb> source_;
    bool near_ = false;
};

/// CIELAB of a tile's pixels, computed when it is asked for and kept until the pixel changes.
class TileLab {
public:
    explicit TileLab(Size tile) : known_(static_cast<std::size_t>(tile.area())) {}
    const Lab& of(std::size_t i, Rgb colour) {
        if (!known_[i]) known_[i] = lab(colour);
        return *known_[i];
    }
    void set(std::size_t i, const Lab& lab) { known_[i] = lab; }
    void forget(std::size_t i) { known_[i].reset(); }

private:
    std::vector<std::optional<Lab>> known_;
};

/// Where a look at the channels is enough to tell that two colours differ visibly.
bool differ_surely(Rgb was, Rgb is) {
    constexpr float sure = 0.12F;
    return std::max({std::fabs(was.r - is.r), std::fabs(was.g - is.g), std::fabs(was.b - is.b)}) >=
           sure;
}

/// Looks at one pass over a tile, which the walk then has laid.
/// \param labs of the tile before the pass; of the tile after it from then on
void look_at(TileWalk& walk, std::size_t index, const Pass& pass, TileLab& labs, Tally& tally,
             Picture* mask) {
    const RgbBlock before = walk.state();
    if (!walk.lay(index)) return;
    const ConstRgbRow was = before.all(), is = walk.state().all();
    const RgbBlock& source = walk.source();
    const ConstRgbRow laid = source.all();
    const auto cover = std::as_const(walk.coverage()).samples();
    FloatBlock left(before.area());
    Reason reason(pass.blend);
    for (std::size_t i = 0; i < cover.size(); ++i) {
        const bool reached = cover[i] >= kReached, stays = was[i] == is[i];
        if (reached) ++tally.reached;
        if (!reached || differ_surely(was[i], is[i])) {
            if (!stays) labs.forget(i);
            continue;
        }
        const Lab found = labs.of(i, was[i]);
        if (!stays) {
            const Lab made = lab(is[i]);
            labs.set(i, made);
            if (ciede2000(found, made) >= kVisible) continue;
        }
        ++tally.left;
        ++tally.reasons[static_cast<std::size_t>(reason.of(found, laid[i]))];
        left.samples()[i] = 1;
    }
    if (mask != nullptr) mask->write_channel(0, left.area(), std::as_const(left).samples());
}

NoEffect effect_of(const std::vector<const Tally*>& tallies, Size size, Picture mask) {
    Tally sum;
    for (const Tally* each : tallies) {
        sum.reached += each->reached, sum.left += each->left;
        for (std::size_t r = 0; r < kReasons; ++r) sum.reasons[r] += each->reasons[r];
    }
    NoEffect effect;
    effect.reach = sum.reached / static_cast<double>(size.area());
    effect.share = sum.reached > 0 ? sum.left / sum.reached : 0;
    effect.why =
        static_cast<WhyNothing>(std::ranges::max_element(sum.reasons) - sum.reasons.begin());
    mask.settle();
    effect.where = share(std::move(mask));
    return effect;
}

const char* in_words(WhyNothing why) {
    switch (why) {
        case WhyNothing::near_white: return "the picture is near white there";
        case WhyNothing::near_black: return "the picture is near black there";
        case WhyNothing::near_neutral: return "what it lays is near the neutral of its blend";
        case WhyNothing::same: return "the picture has that colour already";
    }
    return "";
}

/// What of a pass's reach it leaves as it was; 1 when stopped.
double left_by(const Painting& painting, std::size_t index, const std::stop_token& stop) {
    const Recipe recipe(painting, shrink_of_level(level_for(painting.size(), kSide)));
    tbb::enumerable_thread_specific<Tally> tallies;
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            walk.lay_all(0, index);
            TileLab labs(walk.state().area().size());
            look_at(walk, index, painting.passes[index], labs, tallies.local(), nullptr);
        },
        stop);
    double reached = 0, left = 0;
    for (const Tally& tally : tallies) reached += tally.reached, left += tally.left;
    return whole && reached > 0 ? left / reached : 1;
}

}  // namespace

std::optional<std::vector<NoEffect>> no_effects(const Painting& painting,
                                                const std::stop_token& stop) {
    const std::size_t count = painting.passes.size();
    const Recipe recipe(painting, shrink_of_level(level_for(painting.size(), kSide)));
    std::vector<Picture> masks(count, Picture(recipe.size(), Channels::grey, Depth::bits8));
    tbb::enumerable_thread_specific<std::vector<Tally>> tallies(count);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            TileLab labs(walk.state().area().size());
            for (std::size_t i = 0; i < count; ++i)
                look_at(walk, i, painting.passes[i], labs, tallies.local()[i], &masks[i]);
        },
        stop);
    if (!whole) return std::nullopt;
    std::vector<NoEffect> effects;
    for (std::size_t i = 0; i < count; ++i) {
        std::vector<const Tally*> own;
        for (const auto& each : tallies) own.push_back(&each[i]);
        effects.push_back(effect_of(own, recipe.size(), std::move(masks[i])));
    }
    return effects;
}

double changed_by(const Painting& painting, std::size_t index, const std::stop_token& stop) {
    return 1 - left_by(painting, index, stop);
}

std::optional<Pass> shade_beneath(const Painting& painting, std::size_t index,
                                  const std::stop_token& stop) {
    const Pass& over = painting.passes[index];
    Pass shade;
    shade.name = "Shade beneath " + over.name;
    shade.source = Tint{kShade};
    shade.blend = BlendMode::multiply;
    shade.reach = over.reach;
    shade.intent = Intent::deepen;
    shade.group = over.group;
    const auto left_at = [&](int percent) {
        shade.strength = static_cast<float>(percent) / 100;
        return left_by(with_pass_at(painting, index, shade), index + 1, stop);
    };
    int bad = 0, good = 100;
    if (left_at(good) > kLittle) return std::nullopt;
    while (good - bad > 1) {
        const int middle = (good + bad) / 2;
        (left_at(middle) <= kLittle ? good : bad) = middle;
    }
    if (stop.stop_requested()) return std::nullopt;
    shade.strength = static_cast<float>(good) / 100;
    return shade;
}

namespace {

bool walk(const Painting& painting, std::size_t, const std::stop_token& stop, Audit& audit) {
    auto effects = no_effects(painting, stop);
    if (!effects) return false;
    for (std::size_t i = 0; i < effects->size(); ++i)
        if ((*effects)[i].reach > 0) audit.passes[i].no_effect = std::move((*effects)[i]);
    return true;
}

void find(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    for (const PassAudit& pass : audit.passes) {
        if (!pass.no_effect || pass.no_effect->share < kMuchOfReach) continue;
        const NoEffect& effect = *pass.no_effect;
        Finding finding{kWithoutEffect, Verdict::open, pass.index};
        finding.text =
            fmt::format("{} changes next to nothing in {:.0f}% of where it lands: {}. Pass {}.",
                        shown_name(painting.passes[static_cast<std::size_t>(pass.index) - 1].name),
                        100 * effect.share, in_words(effect.why), pass.index);
        finding.where = effect.where;
        finding.figure = effect.share;
        finding.budget = kMuchOfReach;
        findings.push_back(std::move(finding));
    }
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.no_effect) return std::nullopt;
    const std::string share = fmt::format("{:.0f}%", 100 * pass.no_effect->share);
    return said_once(share, Verdict::open);
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    if (!pass.no_effect) return {};
    constexpr std::string_view reasons[] = {"near-white", "near-black", "near-neutral", "same"};
    FigureFields fields{{"reach", pass.no_effect->reach}, {"share", pass.no_effect->share}};
    if (pass.no_effect->share > 0)
        fields.push_back(
            {"why", std::string(reasons[static_cast<std::size_t>(pass.no_effect->why)])});
    else
        fields.push_back({"why", std::optional<double>()});
    return fields;
}

constexpr std::array kKinds{FindingKind{.code = kWithoutEffect, .better = Better::small}};

}  // namespace

const MeasureRecord kNoEffectMeasure{
    .id = "no_effect",
    .label = "Without effect",
    .judged = false,
    .kinds = {kKinds, kNoEffectCodes},
    .walk = walk,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
