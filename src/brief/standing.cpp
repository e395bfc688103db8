// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/standing.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/slivers.h"
#include "audit/value_findings.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "painting/flats.h"
#include "painting/stage.h"
#include "render/render.h"
#include "terms/figures.h"

namespace underpaint {
namespace {

constexpr int kWorkSide = 640;          // long side of the copy that is measured
constexpr float kColourChange = 0.01F;  // distance in OKLab a, b from which two colours differ

bool has_colour_of_its_own(Rgb ground, Rgb now) {
    const OkLab was = oklab(decode(ground)), is = oklab(decode(now));
    return std::hypot(is.a - was.a, is.b - was.b) >= kColourChange;
}

struct Check {
    bool met = false;
    std::string words;
};

Check thumbnail(const Brief& brief) {
    if (brief.thumbnails.empty()) return {false, "none yet"};
    if (!brief.chosen) return {false, fmt::format("{}, none chosen", brief.thumbnails.size())};
    return {true, fmt::format("{} of {} chosen", *brief.chosen + 1, brief.thumbnails.size())};
}

Check range(const Painting& painting, const ValuesAudit* values) {
    if (values == nullptr) return {false, "not measured yet"};
    const Range now = range_of(values->steps);
    const auto& plan = painting.plan;
    const std::string words =
        fmt::format("{:.1f}–{:.1f}, {}", values->said(now.darkest), values->said(now.lightest),
                    name_of(key_of(values->steps)));
    if (!plan.range && !plan.key) return {now.width() > kNarrowBand, words + "; none planned"};
    const bool reached = !plan.range || (now.darkest <= plan.range->darkest + kRangeSlack &&
                                         now.lightest >= plan.range->lightest - kRangeSlack);
    const bool keyed = !plan.key || key_of(values->steps) == *plan.key;
    if (reached && keyed) return {true, words + " as planned"};
    return {false, words + (keyed ? "; short of the planned range" : "; another key is planned")};
}

Check parts(const Painting& painting, const WorkFigures* work) {
    if (painting.parts.empty()) return {false, "no parts yet"};
    if (work == nullptr) return {false, "not measured yet"};
    std::string words =
        fmt::format("{} {} cover {:.0f}%", painting.parts.size(),
                    painting.parts.size() == 1 ? "part" : "parts", std::floor(100 * work->covered));
    if (work->slivers > 0)
        words += fmt::format(", {} {} in none", work->slivers,
                             work->slivers == 1 ? "sliver" : "slivers");
    return {work->covered >= kCovered, words};
}

Check coloured(const Painting& painting, const WorkFigures* work) {
    if (painting.parts.empty()) return {false, "no parts to colour"};
    if (work == nullptr) return {false, "not measured yet"};
    const auto with =
        std::ranges::count_if(work->coloured, [](double share) { return share >= kColoured; });
    const auto all = static_cast<std::ptrdiff_t>(work->coloured.size());
    return {with == all, fmt::format("{} of {} parts have a colour", with, all)};
}

/// As the ledger has it, split by the seal; of a painting without passes, the picture's own.
double swing_now(const Measured& measured) {
    return measured.audit != nullptr && !measured.audit->passes.empty()
               ? measured.audit->passes.back().swing.swing
               : measured.work->finished.swing;
}

Check shadows(const Painting& painting, const Measured& measured) {
    if (measured.work == nullptr) return {false, "not measured yet"};
    const double swing = swing_now(measured);
    if (const auto wanted = wanted_swing(painting.brief))
        return {judged(swing, planned_swing(*wanted)) == Verdict::held,
                fmt::format("swing {} of {}", with_sign(swing, 1), with_sign(*wanted, 1))};
    return {std::abs(swing) >= kLeastSwing, fmt::format("swing {}", with_sign(swing, 1))};
}

Check held(const Audit* audit) {
    if (audit == nullptr) return {false, "not measured yet"};
    if (audit->passes.empty()) return {false, "no passes yet"};
    if (audit->open()) return {false, "not judged yet"};
    const PassAudit& last = audit->passes.back();
    return {audit->balance() == Verdict::held,
            fmt::format("drift {:.2f}, {}", last.value.running.p95, id_of(audit->balance()))};
}

Check keeps_range(const Audit* audit) {
    if (audit == nullptr) return {false, "not measured yet"};
    if (audit->passes.empty()) return {false, "no passes yet"};
    const auto kept = audit->passes.back().range.kept;
    if (!kept) return {false, "the seal is of one value"};
    return {*kept >= kHeldRange, fmt::format("{:.0f}% of the range kept", 100 * *kept)};
}

Check strongest(const Painting& painting, const Measured& measured) {
    if (measured.work == nullptr) return {false, "not measured yet"};
    const auto& strongest = measured.work->finished.strongest;
    if (!strongest) return {false, "no colour yet"};
    const double most =
        painting.brief.strongest
            ? painting.brief.strongest->area
            : value_of(HouseRule::accents, painting.brief.rules, measured.own_rules);
    return {strongest->area <= most,
            fmt::format("it takes {:.1f}% of {:.1f}%", 100 * strongest->area, 100 * most)};
}

/// Something laid over everything else, whole.
bool is_painted_over(const Painting& painting) {
    const auto covers = [&](const Pass& pass) {
        const auto* placed = std::get_if<Placed>(&pass.source);
        if (placed == nullptr || !painting.lays(pass) || pass.blend != BlendMode::normal ||
            pass.strength < 1 || pass.reach != Reach{})
            return false;
        const Placement& at = placed->placement;
        Size own = placed->pixels->size();
        if (at.quarter_turns % 2 == 1) std::swap(own.width, own.height);
        return at.x <= 1 && at.y <= 1 && at.x + own.width * at.scale >= painting.size().width - 1 &&
               at.y + own.height * at.scale >= painting.size().height - 1;
    };
    return std::ranges::any_of(painting.passes, covers);
}

Check greys_laid(const Painting& painting) {
    if (!plain_ground(painting)) return {false, "no flats yet"};
    const bool open = open_passes(painting) >= painting.passes.size();
    return {!open, open ? "the greys are not laid yet" : "the greys are laid"};
}

Check standing(StepCheck check, const Painting& painting, const Measured& measured) {
    const Check with_colour = coloured(painting, measured.work);
    switch (check) {
        case StepCheck::thumbnail_chosen: return thumbnail(painting.brief);
        case StepCheck::range_reached: return range(painting, measured.values);
        case StepCheck::parts_cover: return parts(painting, measured.work);
        case StepCheck::sealed:
            return {painting.sealed(), painting.sealed()
                                           ? fmt::format("seal {}", painting.seal().number)
                                           : "not sealed"};
        case StepCheck::flats_laid:
            if (!plain_ground(painting)) return {false, "no plain ground yet"};
            return with_colour;
        case StepCheck::parts_coloured: return with_colour;
        case StepCheck::shadows_coloured: return shadows(painting, measured);
        case StepCheck::shaded: return greys_laid(painting);
        case StepCheck::values_held: return held(measured.audit);
        case StepCheck::range_kept: return keeps_range(measured.audit);
        case StepCheck::strongest_small: return strongest(painting, measured);
        case StepCheck::merged:
            return painting.log.merged ? Check{true, "merged on " + iso(*painting.log.merged)}
                                       : Check{false, "no merged copy yet"};
        case StepCheck::painted_over:
            return is_painted_over(painting) ? Check{true, "painted over"}
                                             : Check{false, "not painted over"};
    }
    return {};
}

class Lines {
public:
    Lines(const Painting& painting, const Measured& measured)
        : brief_(painting.brief), plan_(painting.plan), painting_(painting), measured_(measured) {}

    std::vector<BriefLine> all() && {
        size();
        lead();
        light();
        key_and_range();
        mother();
        strongest();
        return std::move(lines_);
    }

private:
    BriefLine& add(std::string_view id, std::string_view label, std::string asked) {
        return lines_.emplace_back(BriefLine{id, label, std::move(asked), {}, Verdict::open});
    }

    void size() {
        if (!brief_.size) return;
        const Size is = painting_.size();
        auto& line =
            add("size", "For", fmt::format("{} × {}", brief_.size->width, brief_.size->height));
        line.now = fmt::format("{} × {}", is.width, is.height);
        const bool small = is.width < brief_.size->width || is.height < brief_.size->height;
        if (small) line.now += ", smaller";
        line.verdict = small ? Verdict::slipping : Verdict::held;
    }

    void lead() {
        if (!plan_.lead) return;
        auto& line = add("lead", "Leads", fmt::format("by {:.2f}×", *plan_.lead));
        const auto& passes = measured_.audit != nullptr ? measured_.audit->passes : no_passes_;
        const std::optional<FocusAudit> focus =
            !passes.empty()
                ? passes.back().focus
                : (measured_.values != nullptr ? measured_.values->focus : std::nullopt);
        if (!focus || !focus->lead) return;
        line.now = fmt::format("{:.2f}×", *focus->lead);
        line.verdict = *focus->lead >= *plan_.lead - 0.02 ? Verdict::held
                       : *focus->lead >= 1                ? Verdict::slipping
                                                          : Verdict::lost;
    }

    void light() {
        const auto wanted = wanted_swing(brief_);
        if (brief_.light && !(brief_.swing && *brief_.light != Light::one_temperature)) {
            auto& line = add("light", "Light",
                             std::string(kLights[static_cast<std::size_t>(*brief_.light)].label));
            if (measured_.work == nullptr || measured_.work->finished.grey) return;
            const double now = swing_now(measured_);
            line.now = "swing " + with_sign(now, 1);
            if (wanted)
                line.verdict = judged(now, planned_swing(*wanted));
            else
                line.verdict = (now > 0) == (*brief_.light == Light::warm_lights) ? Verdict::held
                                                                                  : Verdict::lost;
        } else if (wanted) {
            auto& line = add("swing", "Swing", "at least " + with_sign(*wanted, 1));
            if (measured_.work == nullptr || measured_.work->finished.grey) return;
            const double now = swing_now(measured_);
            line.now = with_sign(now, 1);
            line.verdict = judged(now, planned_swing(*wanted));
        }
    }

    void key_and_range() {
        const ValuesAudit* values = measured_.values;
        if (plan_.key) {
            auto& line = add("key", "Key", std::string(name_of(*plan_.key)));
            if (values != nullptr) {
                const Key now = key_of(values->steps);
                line.now = std::string(name_of(now));
                line.verdict = now == *plan_.key ? Verdict::held : Verdict::slipping;
            }
        }
        if (!plan_.range) return;
        auto& line = add("range", "Range",
                         fmt::format("{:.1f}–{:.1f}", plan_.range->darkest, plan_.range->lightest));
        if (values == nullptr) return;
        const Range now = range_of(values->steps);
        line.now = fmt::format("{:.1f}–{:.1f}", now.darkest, now.lightest);
        const double off = std::max(std::abs(now.darkest - plan_.range->darkest),
                                    std::abs(now.lightest - plan_.range->lightest));
        line.verdict = off <= kRangeSlack ? Verdict::held
                       : off <= 1         ? Verdict::slipping
                                          : Verdict::lost;
    }

    void mother() {
        if (!brief_.mother) return;
        auto& line =
            add("mother", "Mother colour",
                fmt::format("{} {:.0f}%", brief_.mother->name, 100 * brief_.mother->share));
        if (measured_.work == nullptr || measured_.work->finished.grey) return;
        const double now = mother_share(measured_.work->finished, brief_.mother->colour);
        line.now = (now < 0 ? with_sign(100 * now, 0) : fmt::format("{:.0f}", 100 * now)) + "%";
        line.verdict = now >= brief_.mother->share - kMotherSlack ? Verdict::held
                       : now >= brief_.mother->share / 2          ? Verdict::slipping
                                                                  : Verdict::lost;
    }

    void strongest() {
        if (!brief_.strongest) return;
        const auto words = [](StrongestAt at) {
            return kStrongestAts[static_cast<std::size_t>(at)].label;
        };
        auto& line = add(
            "strongest", "Strongest colour",
            fmt::format("{}, {:.0f}%", words(brief_.strongest->at), 100 * brief_.strongest->area));
        if (measured_.work == nullptr || !measured_.work->finished.strongest) return;
        const StrongestColour& now = *measured_.work->finished.strongest;
        const bool in_place = brief_.strongest->at == StrongestAt::focus
                                  ? now.in_foci >= 0.5
                                  : now.at == brief_.strongest->at;
        const auto at = in_place ? brief_.strongest->at : now.at;
        line.now = fmt::format("{:.1f}%, {}", 100 * now.area, id_of(kStrongestAts, at));
        const bool small = now.area <= brief_.strongest->area;
        line.verdict = in_place && small   ? Verdict::held
                       : in_place || small ? Verdict::slipping
                                           : Verdict::lost;
    }

    const Brief& brief_;
    const Plan& plan_;
    const Painting& painting_;
    const Measured& measured_;
    const std::vector<PassAudit> no_passes_;
    std::vector<BriefLine> lines_;
};

}  // namespace

std::optional<WorkFigures> measure_work(const Painting& painting, Reader reader,
                                        const std::stop_token& stop) {
    const Painting seen = as_seen(painting);
    const View view = whole_at(seen.size(), shrink_of_level(level_for(seen.size(), kWorkSide)));
    const auto states = {std::size_t{0}, seen.passes.size()};
    std::vector<RgbBlock> blocks;
    for (const std::size_t upto : states) {
        auto block = render_view(seen, upto, view, stop);
        if (!block) return std::nullopt;
        blocks.push_back(std::move(*block));
    }
    const RgbBlock &ground = blocks[0], &now = blocks[1];
    const Size size = now.area().size();
    const double shrink = static_cast<double>(size.width) / seen.size().width;
    std::vector<Focus> foci = painting.plan.foci;
    for (Focus& focus : foci) {
        focus.centre = {focus.centre.x * shrink, focus.centre.y * shrink};
        focus.radius *= shrink;
    }
    auto finished = measure_picture(now, reader, foci, stop);
    if (!finished) return std::nullopt;
    WorkFigures work{std::move(*finished), 0, find_slivers(painting, stop).slivers.size(), {}};
    if (stop.stop_requested()) return std::nullopt;

    std::vector<std::uint8_t> covered(static_cast<std::size_t>(size.area()));
    for (const Part& part : painting.parts) {
        const MaskAtScale mask(part.mask, size);
        double coloured = 0, all = 0;
        for (int y = 0; y < size.height; ++y) {
            const ConstRgbRow was = ground.row(y), is = now.row(y);
            for (int x = 0; x < size.width; ++x) {
                if (mask.at(x, y) < 0.5F) continue;
                const auto i = static_cast<std::size_t>(x);
                ++all;
                coloured += has_colour_of_its_own(was[i], is[i]) ? 1 : 0;
                if (!part.hidden)
                    covered[static_cast<std::size_t>(y) * static_cast<std::size_t>(size.width) +
                            i] = 1;
            }
        }
        // A part too small to show on this copy is not counted as missing.
        work.coloured.push_back(all > 0 ? coloured / all : 1);
    }
    work.covered =
        static_cast<double>(std::ranges::count(covered, 1)) / static_cast<double>(size.area());
    return work;
}

std::vector<BriefLine> lines_of(const Painting& painting, const Measured& measured) {
    return Lines(painting, measured).all();
}

std::vector<StepStanding> standing_of(const Painting& painting, const Measured& measured) {
    std::vector<StepStanding> steps;
    for (const RouteStep& step : painting.brief.route.steps) {
        StepStanding& stands = steps.emplace_back();
        if (step.checks.empty()) {
            stands.by_hand = true;
            stands.done = painting.brief.ticked.contains(step.id);
            continue;
        }
        stands.done = true;
        for (const StepCheck check : step.checks) {
            const Check is = standing(check, painting, measured);
            stands.done = stands.done && is.met;
            stands.words += (stands.words.empty() ? "" : "; ") + is.words;
        }
    }
    return steps;
}

std::optional<std::size_t> step_in_hand(const Brief& brief,
                                        const std::vector<StepStanding>& standing) {
    const auto& steps = brief.route.steps;
    if (brief.in_hand) {
        const auto taken = std::ranges::find(steps, *brief.in_hand, &RouteStep::id);
        const auto at = static_cast<std::size_t>(taken - steps.begin());
        if (at < standing.size() && !standing[at].done) return at;
    }
    const auto first = std::ranges::find(standing, false, &StepStanding::done);
    if (first == standing.end()) return std::nullopt;
    return static_cast<std::size_t>(first - standing.begin());
}

std::optional<std::size_t> step_ahead(const Painting& painting,
                                      const std::vector<StepStanding>& standing) {
    const auto in_hand = step_in_hand(painting.brief, standing);
    const auto& steps = painting.brief.route.steps;
    if (!in_hand || !painting.sealed()) return std::nullopt;
    constexpr std::string_view bench = "passes";
    if (steps[*in_hand].bench == bench) return std::nullopt;
    for (std::size_t i = *in_hand + 1; i < std::min(standing.size(), steps.size()); ++i)
        if (steps[i].bench == bench && !standing[i].done) return i;
    return std::nullopt;
}

std::vector<bool> done_steps(const std::vector<StepStanding>& standing) {
    std::vector<bool> done;
    for (const StepStanding& step : standing) done.push_back(step.done);
    return done;
}

}  // namespace underpaint
