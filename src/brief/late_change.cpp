// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/late_change.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "brief/time_log.h"

namespace underpaint {
namespace {

constexpr int kSide = 480;  // long side of the masks that are looked at

/// How much of a mask lies in a place, 0..1; nothing of an empty mask.
double share_within(const SharedPicture& mask, const Rect& place) {
    int level = 0;
    while (std::max(halved(mask->size(), level).width, halved(mask->size(), level).height) > kSide)
        ++level;
    const Pyramid::Level small = mask->level(level);
    const double shrink = static_cast<double>(small->size().width) / mask->size().width;
    double inside = 0, all = 0;
    std::vector<float> row(static_cast<std::size_t>(small->size().width));
    for (int y = 0; y < small->size().height; ++y) {
        small->read_channel(0, 0, y, row);
        const double at_y = (y + 0.5) / shrink;
        for (std::size_t x = 0; x < row.size(); ++x) {
            const double at_x = (static_cast<double>(x) + 0.5) / shrink;
            const auto cover = static_cast<double>(row[x]);
            all += cover;
            if (at_x >= place.x && at_x < place.right() && at_y >= place.y && at_y < place.bottom())
                inside += cover;
        }
    }
    return all > 0 ? inside / all : 0;
}

/// Where a pass lands, as far as a place is concerned: the largest share of what bounds it.
double share_of_pass(const Painting& painting, const Pass& pass, const Rect& place) {
    if (!intersection(place, rect_of(painting.size())).empty() && pass.reach.inverted) return 1;
    if (pass.reach.painted) return share_within(pass.reach.painted, place);
    const auto masks = reached_masks(painting, pass.reach);
    if (!pass.reach.has_parts())
        return static_cast<double>(intersection(place, rect_of(painting.size())).size().area()) /
               static_cast<double>(painting.size().area());
    double most = 0;
    for (const SharedPicture& mask : masks) most = std::max(most, share_within(mask, place));
    return most;
}

/// What the logged minutes come to for each of the things that were made in them.
struct Pace {
    double part = 0, pass = 0, values = 0;

    explicit Pace(const Painting& painting) {
        const auto minutes = minutes_by_step(painting.log);
        for (const RouteStep& step : painting.brief.route.steps) {
            const auto logged = minutes.find(step.id);
            if (logged == minutes.end()) continue;
            const bool of_parts = std::ranges::count(step.checks, StepCheck::parts_cover) > 0;
            (step.bench == "passes" ? pass : of_parts ? part : values) += logged->second;
        }
        part /= static_cast<double>(std::max<std::size_t>(painting.parts.size(), 1));
        pass /= static_cast<double>(std::max<std::size_t>(painting.passes.size(), 1));
    }
};

class Change {
public:
    Change(const Painting& painting, const LateChange& change)
        : painting_(painting), change_(change), pace_(painting) {}

    std::vector<Touched> touched(const std::stop_token& stop) && {
        if (change_.size && *change_.size != painting_.size()) by_size(*change_.size);
        if (change_.figure)
            by_figure(intersection(*change_.figure, rect_of(painting_.size())), stop);
        std::ranges::stable_sort(touched_, {}, &Touched::kind);
        return std::move(touched_);
    }

private:
    void add(Touched::Kind kind, std::string what, std::string how, double minutes) {
        touched_.push_back({kind, std::move(what), std::move(how), minutes});
    }

    void by_figure(const Rect& place, const std::stop_token& stop) {
        if (place.empty()) return;
        bool any_part = false;
        for (const Part& part : painting_.parts) {
            if (stop.stop_requested()) return;
            const double share = share_within(part.mask, place);
            if (share < kLeast) continue;
            any_part = true;
            add(Touched::Kind::part, part.name,
                fmt::format("{:.0f}% of it lies there and is outlined anew", 100 * share),
                share * pace_.part);
            if (painting_.plan.steps.contains(part.id))
                add(Touched::Kind::plan, "Step of " + part.name, "its mean moves", 0);
        }
        for (const Focus& focus : painting_.plan.foci)
            if (focus.centre.x + focus.radius > place.x &&
                focus.centre.x - focus.radius < place.right() &&
                focus.centre.y + focus.radius > place.y &&
                focus.centre.y - focus.radius < place.bottom())
                add(Touched::Kind::plan, focus.name, "lies there", 0);
        if (painting_.plan.lead && !painting_.plan.foci.empty())
            add(Touched::Kind::plan, "The lead", "the new figure may become a rival", 0);
        if (!painting_.plan.shares.empty())
            add(Touched::Kind::plan, "Shares of the shapes", "they are counted anew", 0);
        if (any_part || !painting_.parts.empty() || painting_.sealed())
            seal("it does not have the new figure");
        for (const Pass& pass : painting_.passes) {
            if (stop.stop_requested()) return;
            const double share = share_of_pass(painting_, pass, place);
            if (share >= kLeast)
                add(Touched::Kind::pass, pass.name,
                    fmt::format("{:.0f}% of where it lands lies there", 100 * share),
                    std::min(1.0, share) * pace_.pass);
        }
    }

    void by_size(Size size) {
        const Size is = painting_.size();
        const double across = static_cast<double>(size.width) / is.width,
                     down = static_cast<double>(size.height) / is.height;
        const bool same_form = std::abs(across / down - 1) < 0.01;
        const std::string how =
            same_form ? fmt::format("{} to {:.0f}%",
                                    across > 1 ? "drawn larger," : "drawn smaller,", 100 * across)
                      : "cut or added to at the sides";
        for (const Part& part : painting_.parts)
            add(Touched::Kind::part, part.name, how, same_form ? 0 : pace_.part);
        for (const Focus& focus : painting_.plan.foci)
            if (!same_form) add(Touched::Kind::plan, focus.name, "may lie elsewhere", 0);
        if (!same_form && !painting_.plan.shares.empty())
            add(Touched::Kind::plan, "Shares of the shapes", "they are counted anew", 0);
        seal(same_form && across < 1 ? "its pixels are mixed" : "it has no pixels for it");
        for (const Pass& pass : painting_.passes) {
            const bool pixels = !pictures_of(pass.source).empty() || pass.reach.painted;
            if (pixels)
                add(Touched::Kind::pass, pass.name, "it is painted: " + how,
                    same_form && across <= 1 ? 0 : pace_.pass);
        }
    }

    void seal(const std::string& why) {
        if (painting_.sealed())
            add(Touched::Kind::seal, fmt::format("Seal {}", painting_.seal().number),
                why + "; a new one is needed", pace_.values);
    }

    static constexpr double kLeast = 0.005;  // share that counts as touched
    const Painting& painting_;
    const LateChange& change_;
    const Pace pace_;
    std::vector<Touched> touched_;
};

}  // namespace

std::vector<Touched> what_would_change(const Painting& painting, const LateChange& change,
                                       const std::stop_token& stop) {
    return Change(painting, change).touched(stop);
}

}  // namespace underpaint
