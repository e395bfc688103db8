// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/plan_outcome.h"

#include <algorithm>
#include <numeric>

#include "blend/read_rows.h"
#include "colour/srgb.h"
#include "painting/changes.h"
#include "render/render.h"

namespace underpaint {
namespace {

/// The plan's passes and no others, over the seal.
Painting plan_alone(Painting painting, const PlanPlaces& places) {
    painting.passes.clear();
    painting.groups.clear();
    painting.colour_plan.laid = kNoGroup;
    return with_plan_laid(std::move(painting), places);
}

Rgb mean_as_light(const RgbBlock& pixels) {
    RgbBlock linear(pixels.area());
    light_rows(pixels.all(), linear.all(), {});
    const ConstRgbRow all = std::as_const(linear).all();
    const auto mean = [](std::span<const float> channel) {
        return static_cast<float>(std::accumulate(channel.begin(), channel.end(), 0.0) /
                                  static_cast<double>(channel.size()));
    };
    return encode({mean(all.r), mean(all.g), mean(all.b)});
}

/// The least halving whose long side is at most so long.
int level_within(Size size, int side) {
    int level = 0;
    while (std::max(size.width, size.height) >> level > side) ++level;
    return level;
}

}  // namespace

std::optional<PlanOutcome> plan_outcome(const Painting& painting, const PlanPlaces& places,
                                        const PlanTrial& trial, const std::stop_token& stop) {
    PlanOutcome outcome;
    const Painting planned = plan_alone(painting, places);
    outcome.passes = planned.passes.size();
    if (outcome.passes == 0) return outcome;
    const int level = level_within(planned.size(), trial.side);
    const double shrink = shrink_of_level(level);
    auto pixels =
        render_view(planned, planned.passes.size(), whole_at(planned.size(), shrink), stop);
    if (!pixels) return std::nullopt;
    Picture made(pixels->area().size(), Channels::rgb, Depth::bits16);
    made.write_rgb(*pixels);
    Painting one = planned;
    one.passes.clear();
    one.groups.clear();
    Pass pass;
    pass.name = kPlanGroupName;
    pass.blend = BlendMode::normal;
    Placement placement;
    placement.scale = shrink;
    pass.source = Placed{share(std::move(made)), placement};
    one = with_pass(std::move(one), std::move(pass));
    AuditOptions options;
    options.reader = trial.reader;
    options.level = level;
    options.own_rules = trial.own_rules;
    options.viewing = false;  // values are kept, so shapes, edges and focus are too
    auto audit = underpaint::audit(one, options, stop);
    if (!audit) return std::nullopt;
    outcome.audit = std::move(*audit);
    outcome.mean = mean_as_light(*pixels);
    outcome.picture = std::move(*pixels);
    return outcome;
}

}  // namespace underpaint
