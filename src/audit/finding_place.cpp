// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/finding_place.h"

#include <cmath>

#include "audit/extremes.h"
#include "audit/marked_pixels.h"
#include "audit/viewing_mask.h"
#include "raster/masks.h"
#include "render/readings.h"
#include "render/render.h"

namespace underpaint {
namespace {

constexpr int kPlaceSide = 800;  // least long side of the masks

/// What is to be found.
struct Sought {
    const Painting& painting;
    const Audit& figures;
    const Finding& finding;
    const std::stop_token& stop;

    /// The one it names, or the last.
    std::size_t pass() const {
        return finding.pass > 0 ? static_cast<std::size_t>(finding.pass) - 1
                                : figures.passes.size() - 1;
    }
    const PassAudit& audited() const { return figures.passes[pass()]; }
    int level() const { return level_for(painting.size(), kPlaceSide); }
    SharedPicture by_pass(const MarkPixels& mark) const {
        return marked_by_pass(painting, pass(), level(), mark, stop);
    }
    SharedPicture after_pass(const MarkPixels& mark, int level) const {
        return marked_after(painting, pass(), level, mark, stop);
    }
};

/// The steps of one state, on the copy that is just no smaller than `side`; as at viewing scale.
std::optional<ViewingSteps> steps_after(const Sought& sought, std::size_t passes, int side) {
    const Size size = sought.painting.size();
    const auto pixels =
        render_view(sought.painting, passes, whole_at(size, shrink_of_level(level_for(size, side))),
                    sought.stop);
    if (!pixels) return std::nullopt;
    return at_viewing_scale(steps_of(*pixels, sought.figures.reader), size, side);
}

/// The focus, and the place that has more contrast or comes nearest to it.
SharedPicture focus_and_rival(const Sought& sought) {
    if (sought.painting.plan.foci.empty()) return nullptr;
    const Focus& focus = sought.painting.plan.foci.front();
    const PassAudit& pass =
        is_bad(sought.finding.verdict) ? sought.figures.passes.back() : sought.audited();
    std::vector<Focus> places{focus};
    if (pass.focus && pass.focus->rival)
        places.push_back({{}, pass.focus->rival->centre, focus.radius});
    return sought.after_pass(
        [&](const PassStates& states, FloatBlock& cover) {
            const Rect area = cover.area();
            for (int y = 0; y < area.height; ++y)
                for (int x = 0; x < area.width; ++x)
                    if (in_focus(places, {(area.x + x + 0.5) * states.shrink,
                                          (area.y + y + 0.5) * states.shrink}))
                        cover.row(y)[static_cast<std::size_t>(x)] = 1;
        },
        sought.level());
}

/// The parts that it names.
SharedPicture its_parts(const Sought& sought) {
    SharedPicture all;
    for (const PartId id : sought.finding.parts)
        if (const Part* part = sought.painting.part(id))
            all = all ? share(combined(all->base(), part->mask->base(), Combine::add)) : part->mask;
    return all;
}

/// The darks of the part that it names.
SharedPicture shadows_of_part(const Sought& sought) {
    const auto& parts = sought.painting.parts;
    const auto part = std::ranges::find(parts, sought.finding.parts.front(), &Part::id);
    const auto index = static_cast<std::size_t>(part - parts.begin());
    if (part == parts.end() || index >= sought.figures.part_splits.size()) return nullptr;
    const SharedPicture darks = sought.after_pass(
        sealed_below(sought.figures.part_splits[index], sought.figures.reader), sought.level());
    return darks ? share(combined(darks->base(), *part->mask->level(sought.level()),
                                  Combine::intersect))
                 : nullptr;
}

/// Where what stood light beside dark stands the other way round now, or half as much.
SharedPicture turned_shape(const Sought& sought) {
    const auto sealed = steps_after(sought, 0, kPlaceSide);
    const auto now = steps_after(sought, sought.pass() + 1, kPlaceSide);
    if (!sealed || !now) return nullptr;
    const Size size = sealed->steps.area().size();
    struct Slope {
        double x, y;
        double dot(const Slope& other) const { return x * other.x + y * other.y; }
    };
    const auto slope = [&](const FloatBlock& steps, int x, int y) {
        const auto at = [&](int i, int k) {
            return static_cast<double>(steps.row(std::clamp(
                k, 0,
                size.height - 1))[static_cast<std::size_t>(std::clamp(i, 0, size.width - 1))]);
        };
        return Slope{at(x + 1, y) - at(x - 1, y), at(x, y + 1) - at(x, y - 1)};
    };
    double sum = 0;
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const Slope s = slope(sealed->steps, x, y);
            sum += s.dot(s);
        }
    // Slopes that matter: steeper than the root of the mean of their squares.
    const double least = sum / static_cast<double>(size.area());
    std::vector<EdgePoint> turned;
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const Slope was = slope(sealed->steps, x, y), is = slope(now->steps, x, y);
            if (was.dot(was) > least && was.dot(is) < 0.5 * was.dot(was)) turned.push_back({x, y});
        }
    return mask_along(*sealed, turned);
}

/// Edges that were of the kind and no longer are: in the foci, where there are edges in one, else
/// anywhere.
SharedPicture edges_gone(const Sought& sought, auto was_of_kind) {
    if (!sought.figures.sealed_edges) return nullptr;
    const EdgeMap& sealed = *sought.figures.sealed_edges;
    const auto now = steps_after(sought, sought.pass() + 1, kViewingSide);
    if (!now || now->steps.area().size() != sealed.size) return nullptr;
    const EdgeMap followed = follow_edges(sealed, *now);
    std::vector<EdgePoint> gone;
    for (std::size_t i = 0; i < followed.points.size(); ++i)
        if (was_of_kind(sealed.points[i]) && !was_of_kind(followed.points[i]))
            gone.push_back(sealed.points[i]);
    return mask_along(*now, gone);
}

SharedPicture hard_edges_gone(const Sought& sought) {
    const bool at_focus = sought.figures.ground.edges && sought.figures.ground.edges->at_focus;
    const double scale = sought.figures.sealed_edges ? sought.figures.sealed_edges->scale : 1;
    return edges_gone(sought, [&](const EdgePoint& p) {
        return kind_of_edge(static_cast<double>(p.width)) == EdgeKind::hard &&
               (!at_focus ||
                in_focus(sought.painting.plan.foci, {(p.x + 0.5) / scale, (p.y + 0.5) / scale}));
    });
}

SharedPicture soft_edges_gone(const Sought& sought) {
    return edges_gone(sought,
                      [](const EdgePoint& p) { return static_cast<double>(p.width) > kFirmEdge; });
}

/// The largest of the slivers, with some room so that they are seen.
SharedPicture slivers_left(const Sought& sought) {
    if (!sought.audited().gaps) return nullptr;
    const auto& largest = sought.audited().gaps->largest;
    return sought.after_pass(
        [&](const PassStates& states, FloatBlock& cover) {
            const Rect area = cover.area();
            const auto cell = [&](int pixel) { return static_cast<int>(pixel / states.shrink); };
            constexpr int room = 2;
            for (const Rect& sliver : largest) {
                const int left = cell(sliver.x) - room, top = cell(sliver.y) - room;
                const Rect seen =
                    intersection(area, {left, top, cell(sliver.right()) + room + 1 - left,
                                        cell(sliver.bottom()) + room + 1 - top});
                for (int y = seen.y; y < seen.bottom(); ++y)
                    std::fill_n(cover.row(y - area.y).begin() + (seen.x - area.x), seen.width,
                                1.0F);
            }
        },
        sought.level());
}

/// Looked for on every pixel, since single ones are gone from a smaller copy; and shown so large
/// that single ones are seen.
SharedPicture extremes_left(const Sought& sought) {
    const bool nowhere = sought.figures.limits.extremes == Extremes::nowhere;
    const SharedPicture every = sought.after_pass(
        extremes_outside(nowhere ? std::vector<Focus>{} : sought.painting.plan.foci), 0);
    if (!every) return nullptr;
    Picture any = *every->level(sought.level());
    std::vector<float> row(static_cast<std::size_t>(any.size().width));
    for (int y = 0; y < any.size().height; ++y) {
        const Rect line{0, y, any.size().width, 1};
        any.read_channel(0, line, row);
        for (float& cover : row) cover = cover > 0 ? 1.0F : 0.0F;
        any.write_channel(0, line, row);
    }
    any.settle();
    return share(std::move(any));
}

SharedPicture found(const Sought& sought) {
    const Audit& figures = sought.figures;
    switch (sought.finding.code) {
        case FindingCode::values_slip: return sought.by_pass(moved_values(figures.reader));
        case FindingCode::swing_slips:
            return sought.by_pass(drawn_together(figures, sought.pass()));
        case FindingCode::overlay_spreads: return sought.by_pass(anything_changed());
        case FindingCode::part_swap:
        case FindingCode::parts_close:
        case FindingCode::light_differs: return its_parts(sought);
        case FindingCode::focus_slips:
        case FindingCode::background_loud: return focus_and_rival(sought);
        case FindingCode::range_shrinks:
            return sought.after_pass(beyond_range(figures, sought.pass()), sought.level());
        case FindingCode::accents_spread:
            return sought.after_pass(strongest_colours(figures, sought.pass(), {}), sought.level());
        case FindingCode::colour_leaves_focus:
            return sought.after_pass(
                strongest_colours(figures, sought.pass(), sought.painting.plan.foci),
                sought.level());
        case FindingCode::extremes: return extremes_left(sought);
        case FindingCode::grey_shadows: return shadows_of_part(sought);
        case FindingCode::shape_slips: return turned_shape(sought);
        case FindingCode::edges_slip: return hard_edges_gone(sought);
        case FindingCode::soft_edges_lost: return soft_edges_gone(sought);
        case FindingCode::gaps: return slivers_left(sought);
        // All over the picture, or nothing that slipped.
        case FindingCode::swing_short:
        case FindingCode::all_held:
        case FindingCode::nothing_laid:
        case FindingCode::open_yet:
        // Those that bring their place, if they have one.
        case FindingCode::focus_leads:
        case FindingCode::range_is:
        case FindingCode::one_value:
        case FindingCode::range_off:
        case FindingCode::key_off:
        case FindingCode::shape_off:
        case FindingCode::part_off:
        case FindingCode::edges_compete:
        case FindingCode::bare_white:
        case FindingCode::narrow_band:
        case FindingCode::no_soft_edges:
        case FindingCode::scattered_darks:
        case FindingCode::map_turns:
        case FindingCode::no_effect: return nullptr;
    }
    return nullptr;
}

/// Null where nothing is marked: there is nothing to show then.
SharedPicture unless_empty(SharedPicture place) {
    if (!place || place->base().surely_all(0, rect_of(place->size()), 0)) return nullptr;
    return place;
}

}  // namespace

SharedPicture place_of(const Painting& painting, const Audit& figures, const Finding& finding,
                       const std::stop_token& stop) {
    if (figures.passes.empty() || figures.passes.size() != painting.passes.size() ||
        static_cast<std::size_t>(finding.pass) > figures.passes.size())
        return nullptr;
    return unless_empty(found({painting, figures, finding, stop}));
}

bool can_be_shown(const Finding& finding) {
    return finding.where || finding.pass > 0 || finding.code == FindingCode::gaps;
}

}  // namespace underpaint
