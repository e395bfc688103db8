// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/pass_mends.h"

#include <fmt/format.h>

#include <algorithm>
#include <cassert>
#include <cmath>

#include "audit/figures.h"
#include "audit/no_effect.h"
#include "audit/shade_balance.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kTrialSide = 300;  // long side of the small picture that the search runs on

/// The last row of the ledger as a mend would leave it.
std::string in_words(const PassAudit& last) {
    std::string text;
    for (const MeasureRecord* measure : kMeasures) {
        const auto words = measure->column ? measure->words(last) : std::nullopt;
        if (!words) continue;
        text += fmt::format("{}{} {}", text.empty() ? "" : ", ", lower_case(measure->label),
                            words->balance);
    }
    return "Would leave the balance at: " + text;
}

class Trial {
public:
    Trial(const Painting& painting, std::size_t pass, Reader reader, const std::stop_token& stop)
        : painting_(painting),
          pass_(pass),
          reader_(reader),
          stop_(stop),
          small_(level_for(painting.size(), kTrialSide)),
          basis_(basis_of(painting, Stage::colour, reader)) {}

    /// Running 95th percentile after the first `passes`; nothing when stopped.
    std::optional<double> p95(const Painting& painting, std::size_t passes, int level) const {
        if (passes == 0) return 0;
        const auto figures = audit(painting, {reader_, level, passes}, stop_);
        if (!figures) return std::nullopt;
        return figures->passes.back().value.judged_p95;
    }

    /// Whether the mended pass stays within `aim`; "no" when stopped, which ends every search.
    bool reaches(const Mend& mend, double aim, int level) const {
        const auto found = p95(mended(painting_, mend), pass_ + 1, level);
        return found && *found <= aim;
    }

    std::optional<Mend> ease(double aim_small, double aim) const {
        int good = 0, bad = static_cast<int>(std::lround(100 * painting_.passes[pass_].strength));
        while (bad - good > 1) {
            const int middle = (good + bad) / 2;
            (reaches(easing(middle), aim_small, small_) ? good : bad) = middle;
        }
        while (good > 0 && !reaches(easing(good), aim, 0)) --good;
        if (good == 0 || stop_.stop_requested()) return std::nullopt;
        return with_effect(easing(good));
    }

    std::optional<Mend> hold(double aim) const {
        const Mend mend{"Hold values", {}, SetHold{pass_, 1}, basis_};
        if (painting_.passes[pass_].hold >= 1 || !reaches(mend, aim, 0)) return std::nullopt;
        return with_effect(mend);
    }

    /// Of a gradient map, as far as that changes anything.
    std::optional<Mend> match() const {
        Mend mend{"Match stops to values", {}, MatchStops{pass_}, basis_};
        if (mended(painting_, mend) == painting_) return std::nullopt;
        return with_effect(std::move(mend));
    }
    std::optional<Mend> match(double aim) const {
        auto mend = match();
        return mend && reaches(*mend, aim, 0) ? mend : std::nullopt;
    }

    std::optional<Mend> beneath(const Pass& shade) const {
        return with_effect({fmt::format("Shade beneath at {:.0f}%", 100 * shade.strength),
                            {},
                            LayBeneath{pass_, shade},
                            basis_});
    }

    /// Of a shading, where that leaves less drift than it has.
    std::optional<Mend> balance(const Shading& shading, double now) const {
        const auto balance = balance_for(painting_, shading, reader_, stop_);
        if (!balance) return std::nullopt;
        const Mend mend{fmt::format("Balance at {:.0f}% over", 100 * balance->best),
                        {},
                        SetBalance{shading.over, balance->best},
                        basis_};
        const auto found = p95(mended(painting_, mend), shading.over + 1, 0);
        return found && *found < now ? with_effect(mend) : std::nullopt;
    }

    int small() const { return small_; }

private:
    Mend easing(int percent) const {
        return {fmt::format("Ease to {}%", percent),
                {},
                SetStrength{pass_, static_cast<float>(percent) / 100},
                basis_};
    }

    std::optional<Mend> with_effect(Mend mend) const {
        const auto figures = audit(mended(painting_, mend), {reader_, small_, {}}, stop_);
        if (!figures) return std::nullopt;
        mend.effect = in_words(figures->passes.back());
        return mend;
    }

    const Painting& painting_;
    std::size_t pass_;
    Reader reader_;
    const std::stop_token& stop_;
    int small_;
    Basis basis_;
};

/// Blends that have nothing to take hold of in white.
bool bites_on_middles(BlendMode blend) {
    return blend == BlendMode::overlay || blend == BlendMode::soft_light ||
           blend == BlendMode::screen || blend == BlendMode::color_dodge ||
           blend == BlendMode::plus || blend == BlendMode::lighten;
}

}  // namespace

std::vector<Mend> mends_for(const Painting& painting, std::size_t pass, const Audit& figures,
                            const std::stop_token& stop) {
    assert(figures.exact && figures.passes.size() == painting.passes.size());
    if (!painting.lays(painting.passes[pass])) return {};
    if (figures.passes[pass].open) return {};
    // The first state that is judged had nothing before it but the seal.
    const bool first = pass == 0 || figures.passes[pass - 1].open;
    const double before = first ? 0 : figures.passes[pass - 1].value.judged_p95;
    const double aim = std::max(kHeldDrift, before);
    if (figures.passes[pass].value.judged_p95 <= aim) return {};
    const Trial trial(painting, pass, figures.reader, stop);
    const auto before_small = trial.p95(painting, first ? 0 : pass, trial.small());
    if (!before_small) return {};

    std::vector<Mend> mends;
    if (const auto shading = shading_at(painting, pass)) {
        if (auto mend = trial.balance(*shading, figures.passes[shading->over].value.judged_p95))
            mends.push_back(*mend);
    } else if (auto mend = trial.ease(std::max(kHeldDrift, *before_small), aim)) {
        mends.push_back(*mend);
    }
    if (auto mend = trial.match(aim)) mends.push_back(*mend);
    if (auto mend = trial.hold(aim)) mends.push_back(*mend);
    return mends;
}

std::vector<Mend> mends_for(const Painting& painting, const Finding& finding, const Audit& figures,
                            const std::stop_token& stop) {
    if (finding.pass == 0) return {};
    const auto pass = static_cast<std::size_t>(finding.pass) - 1;
    if (finding.code == FindingCode::no_effect) {
        if (!bites_on_middles(painting.passes[pass].blend)) return {};
        const auto shade = shade_beneath(painting, pass, stop);
        const auto mend =
            shade ? Trial(painting, pass, figures.reader, stop).beneath(*shade) : std::nullopt;
        return mend ? std::vector{*mend} : std::vector<Mend>();
    }
    if (!is_bad(finding.verdict)) return {};
    if (finding.code == FindingCode::values_slip) return mends_for(painting, pass, figures, stop);
    if (finding.code != FindingCode::map_turns) return {};
    const auto mend = Trial(painting, pass, figures.reader, stop).match();
    return mend ? std::vector{*mend} : std::vector<Mend>();
}

}  // namespace underpaint
