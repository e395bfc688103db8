// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/pass_numbers.h"

#include <algorithm>
#include <ranges>

#include "render/view.h"

namespace underpaint {
namespace {

constexpr std::uint64_t kRoundsRemembered = 32;
/// Of a trail; those before them are taken together.
constexpr std::size_t kMostTouches = 64;

/// What of the pass is seen in pixels, but for its parts.
Pass bare(Pass pass, bool group_mixes) {
    pass.name.clear();
    pass.intent = Intent::keep;
    pass.ground = false;
    pass.reach.parts.clear();
    pass.reach.kept.clear();
    if (!group_mixes) pass.group = kNoGroup;
    return pass;
}

/// Where `now` was painted on since it was `before`, in pixels of the painting, if nothing else of
/// it is another.
std::optional<Rect> painted_on(const Pass& now, const Pass& before) {
    Rect changed;
    Pass same = now;
    const auto is_followed = [&](SharedPicture& picture, const SharedPicture& older, int x, int y) {
        if (picture == older) return true;
        const auto since = picture->changed_since(*older);
        if (!since) return false;
        changed = united(changed, {since->x + x, since->y + y, since->width, since->height});
        picture = older;
        return true;
    };
    if (same.reach.painted && before.reach.painted &&
        !is_followed(same.reach.painted, before.reach.painted, 0, 0))
        return std::nullopt;
    auto* source = std::get_if<Painted>(&same.source);
    const auto* source_before = std::get_if<Painted>(&before.source);
    if (source != nullptr && source_before != nullptr &&
        !is_followed(source->pixels, source_before->pixels, source->x, source->y))
        return std::nullopt;
    return same == before ? std::optional(changed) : std::nullopt;
}

}  // namespace

PassNumber PassNumbers::on(PassNumber pass, const Rect& tile, double shrink) const {
    const auto found = trails_.find(pass);
    if (found == trails_.end()) return pass;
    for (const Touch& touch : found->second.touches)
        if (!intersection(touched_by(touch.area, shrink), tile).empty()) return touch.number;
    return found->second.first;
}

/// What was painted on a pass since it had another number, if nothing else was done to it.
std::optional<Rect> PassNumbers::changed_since(PassNumber before, PassNumber now) const {
    Rect changed;
    if (before == now) return changed;
    const auto trail = trails_.find(now);
    if (trail == trails_.end()) return std::nullopt;
    for (const Touch& touch : trail->second.touches) {
        if (touch.number == before) return changed;
        changed = united(changed, touch.area);
    }
    return trail->second.first == before ? std::optional(changed) : std::nullopt;
}

/// The newest pass that this one comes from by being painted on, and where; null: none.
const PassNumbers::Known* PassNumbers::before(const Known& now, Rect& changed) const {
    for (const Known& known : known_ | std::views::reverse) {
        if (known.masks != now.masks || known.weight != now.weight) continue;
        const auto own = painted_on(now.pass, known.pass);
        const auto clip = own ? changed_since(known.clip, now.clip) : std::nullopt;
        if (!clip) continue;
        changed = united(*own, *clip);
        return &known;
    }
    return nullptr;
}

void PassNumbers::follow(PassNumber before, const Touch& touch) {
    const auto known = trails_.find(before);
    Trail trail = known == trails_.end() ? Trail{before, {}} : known->second;
    auto& touches = trail.touches;
    touches.insert(touches.begin(), touch);
    if (touches.size() > kMostTouches) {
        const Touch oldest = touches.back();
        touches.pop_back();
        touches.back().area = united(touches.back().area, oldest.area);
    }
    trails_.emplace(touch.number, std::move(trail));
}

std::vector<PassNumber> PassNumbers::of(const Painting& painting) {
    ++round_;
    std::vector<PassNumber> numbers;
    for (const Pass& pass : painting.passes) {
        const bool clips = pass.clipped && !numbers.empty();
        const PassNumber clip = clips ? numbers.back() : 0;
        std::vector<SharedPicture> masks = reached_masks(painting, pass.reach);
        if (!painting.lays(pass) || (masks.empty() && pass.reach.has_parts()) ||
            (clips && clip == 0)) {
            numbers.push_back(0);
            continue;
        }
        const Group* group = painting.group(pass.group);
        const bool mixes = group != nullptr && group->mixes();
        Known wanted{
            bare(pass, mixes), std::move(masks), mixes ? group->strength : 1, clip, 0, round_};
        const auto known = std::ranges::find_if(known_, [&](const Known& k) {
            return k.masks == wanted.masks && k.weight == wanted.weight && k.clip == wanted.clip &&
                   k.pass == wanted.pass;
        });
        if (known != known_.end()) {
            known->asked = round_;
            numbers.push_back(known->number);
        } else {
            wanted.number = ++last_;
            numbers.push_back(last_);
            Rect changed;
            if (const Known* before = this->before(wanted, changed))
                follow(before->number, {changed, last_});
            known_.push_back(std::move(wanted));
        }
    }
    std::erase_if(known_, [&](const Known& k) {
        const bool forgotten = k.asked + kRoundsRemembered < round_;
        if (forgotten) trails_.erase(k.number);
        return forgotten;
    });
    return numbers;
}

}  // namespace underpaint
