// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/brief.h"

#include <algorithm>

#include "brief/routes.h"
#include "files/kept_pictures.h"
#include "painting/changes.h"
#include "salt_cart.h"
#include "sketches.h"

namespace underpaint::demo {
namespace {

constexpr Date day(unsigned d) {
    return {std::chrono::year(2026), std::chrono::November, std::chrono::day(d)};
}

Thumbnail thumbnail(const Picture& picture, const char* name, std::optional<Point> focus = {}) {
    Thumbnail result{*keep(picture, name, kKeptThumbnail), {}};
    if (focus) result.focus = {"Focus", *focus, kUsualFocus * picture.size().width};
    return result;
}

Reference reference(const Picture& picture, const char* name) {
    return {*keep(picture, name, kKeptReference), {}};
}

/// Evenings of work on the first steps.
WorkLog worked(const Route& route) {
    WorkLog log{"salt-cart", {}, {}};
    struct Evening {
        unsigned day;
        int began, minutes;
    };
    constexpr Evening evenings[] = {{19, 18 * 60 + 5, 14},
                                    {19, 18 * 60 + 30, 52},
                                    {20, 19 * 60, 30},
                                    {23, 18 * 60 + 40, 24},
                                    {24, 18 * 60, 61}};
    for (std::size_t i = 0; i < std::size(evenings); ++i) {
        // Two evenings went into the second step.
        const std::size_t step = std::min(i < 2 ? i : i - 1, route.steps.size() - 1);
        log.times.push_back({route.steps[step].id, day(evenings[i].day), evenings[i].began,
                             evenings[i].minutes * 60.0});
    }
    return log;
}

}  // namespace

Painting with_demo_brief(Painting painting, const char* route) {
    Brief brief;
    brief.purpose = "a book cover";
    brief.size = painting.size();
    brief.light = Light::warm_lights;
    brief.swing = 10;
    brief.mother = {"Blue hour", of_255({96, 120, 168}), 0.15};
    brief.strongest = {StrongestAt::focus, 0.03};
    const Seen lantern = lantern_seen();
    const Arrangements arranged = arrangements(painting.size());
    const Size sketch = arranged.flat.size();
    const double half = sketch.width / 2.0;
    const Point place{half + half * static_cast<double>(lantern.u),
                      sketch.height / 2.0 - half * static_cast<double>(lantern.v)};
    brief.thumbnails = {thumbnail(arranged.flat, "All in the middle", place),
                        thumbnail(arranged.dark, "Darks together", place),
                        thumbnail(arranged.near, "Cart near")};
    brief.chosen = 1;
    // Painted once a process: they are the same beside every demo.
    static const std::vector<Reference> looked_at{
        reference(harbour_lamps(), "Harbour lamps"), reference(kiln_door(), "Kiln door"),
        reference(fog_at_six(), "Fog at six"), reference(old_print(), "Old print, grey")};
    brief.references = looked_at;
    brief.rules = {{HouseRule::background, 0.2}};
    brief.route = *std::ranges::find(usual_routes(), route, &Route::name);
    brief.in_hand = std::next(brief.route.steps.begin(), 4)->id;
    brief.days.due = day(30);
    brief.days.begins = 18 * 60;
    WorkLog log = worked(brief.route);
    return with_log(with_brief(std::move(painting), std::move(brief)), std::move(log));
}

}  // namespace underpaint::demo
