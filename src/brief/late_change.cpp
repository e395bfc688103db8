// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/late_change.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <functional>

#include "brief/time_log.h"
#include "raster/reframe.h"

namespace underpaint {
namespace {

constexpr int kSide = 480;  // long side of the masks that are compared

/// A place of the picture, and how its share of something is called.
struct Place {
    std::function<double(double x, double y)> covers;  ///< 0..1, at pixels of the picture
    double share = 0;                                  ///< of the whole picture, 0..1
    const char *of_part, *of_pass, *of_focus, *why;
};

Place place_of(const Rect& asked, Size size) {
    const Rect place = intersection(asked, rect_of(size));
    return {[place](double x, double y) {
                return x >= place.x && x < place.right() && y >= place.y && y < place.bottom()
                           ? 1.0
                           : 0.0;
            },
            static_cast<double>(place.size().area()) / static_cast<double>(size.area()),
            "lies there and is outlined anew",
            "of where it lands lies there",
            "lies there",
            "it does not have the new figure"};
}

Place place_of(const SharedPicture& mask, Size size) {
    const auto cover =
        std::make_shared<FloatBlock>(coverage_of(mask->base(), rect_of(mask->size())));
    const Size is = mask->size();
    double sum = 0;
    for (const float v : cover->samples()) sum += static_cast<double>(v);
    return {[cover, is, size](double x, double y) {
                const auto [at_x, at_y] =
                    nearest_pixel(is, {x * is.width / size.width, y * is.height / size.height});
                return static_cast<double>(cover->row(at_y)[static_cast<std::size_t>(at_x)]);
            },
            sum / static_cast<double>(is.area()),
            "lies under what changed",
            "of where it lands lies under what changed",
            "lies in what changed",
            "it does not have what changed"};
}

/// How much of a mask lies in a place, 0..1; nothing of an empty mask.
double share_within(const SharedPicture& mask, const Place& place) {
    int level = 0;
    while (std::max(halved(mask->size(), level).width, halved(mask->size(), level).height) > kSide)
        ++level;
    const Pyramid::Level small = mask->level(level);
    const double shrink = static_cast<double>(small->size().width) / mask->size().width;
    double inside = 0, all = 0;
    std::vector<float> row(static_cast<std::size_t>(small->size().width));
    for (int y = 0; y < small->size().height; ++y) {
        small->read_channel(0, 0, y, row);
        for (std::size_t x = 0; x < row.size(); ++x) {
            const auto cover = static_cast<double>(row[x]);
            if (cover == 0) continue;
            all += cover;
            inside +=
                cover * place.covers((static_cast<double>(x) + 0.5) / shrink, (y + 0.5) / shrink);
        }
    }
    return all > 0 ? inside / all : 0;
}

/// Whether any of a focus lies in a place.
bool touches(const Focus& focus, const Place& place) {
    constexpr int samples = 24;  // in each direction across the square around the disc
    for (int y = 0; y <= samples; ++y)
        for (int x = 0; x <= samples; ++x)
            if (place.covers(focus.centre.x + focus.radius * (2.0 * x / samples - 1),
                             focus.centre.y + focus.radius * (2.0 * y / samples - 1)) > 0.5)
                return true;
    return false;
}

/// Where a pass lands, as far as a place is concerned: the largest share of what bounds it.
double share_of_pass(const Painting& painting, const Pass& pass, const Place& place) {
    if (place.share > 0 && pass.reach.inverted) return 1;
    if (pass.reach.painted) return share_within(pass.reach.painted, place);
    const auto masks = reached_masks(painting, pass.reach);
    if (!pass.reach.has_parts()) return place.share;
    double most = 0;
    for (const SharedPicture& mask : masks) most = std::max(most, share_within(mask, place));
    return most;
}

/// What the logged minutes come to for each of the things that were made in them.
struct Pace {
    double part = 0, pass = 0, values = 0;  // a pass, in any version

    explicit Pace(const Painting& painting) {
        const auto minutes = minutes_by_step(painting.log);
        for (const RouteStep& step : painting.brief.route.steps) {
            const auto logged = minutes.find(step.id);
            if (logged == minutes.end()) continue;
            const bool of_parts = std::ranges::count(step.checks, StepCheck::parts_cover) > 0;
            (step.bench == "passes" ? pass : of_parts ? part : values) += logged->second;
        }
        part /= static_cast<double>(std::max<std::size_t>(painting.parts.size(), 1));
        std::size_t passes = painting.passes.size();
        for (const Version& version : painting.versions) passes += version.colouring.passes.size();
        pass /= static_cast<double>(std::max<std::size_t>(passes, 1));
    }
};

class Change {
public:
    Change(const Painting& painting, const LateChange& change)
        : painting_(painting), change_(change), pace_(painting) {}

    std::vector<Touched> touched(const std::stop_token& stop) && {
        if (change_.size && *change_.size != painting_.size()) by_size(*change_.size);
        if (change_.figure) by_place(place_of(*change_.figure, painting_.size()), stop);
        if (change_.changed) by_place(place_of(change_.changed, painting_.size()), stop);
        std::ranges::stable_sort(touched_, {}, &Touched::kind);
        return std::move(touched_);
    }

private:
    void add(Touched::Kind kind, std::string what, std::string how, double minutes) {
        touched_.push_back({kind, std::move(what), std::move(how), minutes});
    }

    void by_place(const Place& place, const std::stop_token& stop) {
        if (!(place.share > 0)) return;
        bool any_part = false;
        for (const Part& part : painting_.parts) {
            if (stop.stop_requested()) return;
            const double share = share_within(part.mask, place);
            if (share < kLeast) continue;
            any_part = true;
            add(Touched::Kind::part, part.name,
                fmt::format("{:.0f}% of it {}", 100 * share, place.of_part), share * pace_.part);
            if (painting_.plan.steps.contains(part.id))
                add(Touched::Kind::plan, "Step of " + part.name, "its mean moves", 0);
        }
        for (const Focus& focus : painting_.plan.foci)
            if (touches(focus, place)) add(Touched::Kind::plan, focus.name, place.of_focus, 0);
        if (painting_.plan.lead && !painting_.plan.foci.empty())
            add(Touched::Kind::plan, "The lead", "what is new may become a rival", 0);
        if (!painting_.plan.shares.empty())
            add(Touched::Kind::plan, "Shares of the shapes", "they are counted anew", 0);
        if (any_part || !painting_.parts.empty() || painting_.sealed()) seal(place.why);
        each_pass([&](const Pass& pass, const std::string& name) {
            const double share = stop.stop_requested() ? 0 : share_of_pass(painting_, pass, place);
            if (share >= kLeast)
                add(Touched::Kind::pass, name,
                    fmt::format("{:.0f}% {}", 100 * share, place.of_pass),
                    std::min(1.0, share) * pace_.pass);
        });
    }

    /// Of the chosen version first; those of another are named with it.
    void each_pass(const std::function<void(const Pass&, const std::string&)>& work) const {
        for (const Pass& pass : painting_.passes) work(pass, pass.name);
        for (const Version& version : painting_.versions)
            for (const Pass& pass : version.colouring.passes)
                work(pass, pass.name + " of " + version.name);
    }

    void by_size(Size size) {
        const Size is = painting_.size();
        const double across = static_cast<double>(size.width) / is.width;
        const bool same_form = same_shape(is, size);
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
        each_pass([&](const Pass& pass, const std::string& name) {
            const bool pixels = !pictures_of(pass.source).empty() || pass.reach.painted;
            if (pixels)
                add(Touched::Kind::pass, name, "it is painted: " + how,
                    same_form && across <= 1 ? 0 : pace_.pass);
        });
    }

    void seal(const std::string& why) {
        if (painting_.sealed())
            add(Touched::Kind::seal, fmt::format("Seal {}", painting_.seal().number),
                why + "; a new one is needed", pace_.values);
    }

    static constexpr double kLeast = 0.005;  // share from which something counts as touched
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
