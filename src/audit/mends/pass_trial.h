// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <stop_token>
#include <vector>

#include "audit/finding.h"

namespace underpaint {

/// Tries mends for one finding about a pass below the seal line. A search runs on a copy of 300
/// pixels; what it found is tried again on one of 800, of values on every pixel.
class PassTrial {
public:
    /// \param figures the painting's exact audit, whose reader and limits are those that count
    PassTrial(const Painting& painting, const Audit& figures, const Finding& finding,
              std::size_t pass, const HouseRules& own, const std::stop_token& stop);

    const Painting& painting() const { return painting_; }
    const Audit& figures() const { return figures_; }
    const Finding& finding() const { return finding_; }
    std::size_t index() const { return pass_; }
    const Pass& pass() const { return painting_.passes[pass_]; }
    bool stopped() const { return stop_.stop_requested(); }
    const std::stop_token& stop() const { return stop_; }

    template <class Change>
    Mend mend(std::string label, Change change) const {
        return {std::move(label), {}, std::move(change), basis_};
    }

    enum class Copy { small, fine };
    /// Whether nothing is left of the finding in the finished picture; or where it would be there
    /// without the pass too, whether its figure is no worse than without it. "No" when stopped,
    /// which ends every search.
    bool helps(const Mend& mend, Copy copy) const;

    /// The last of the mends `make(1)` to `make(most)` that helps, where all before it do.
    std::optional<Mend> largest(int most, const std::function<Mend(int)>& make) const;
    /// The first of them that helps, where all after it do.
    std::optional<Mend> least(int most, const std::function<Mend(int)>& make) const;

    /// A mend that helps, with what it would leave, what it changes and whether it is safe.
    std::optional<Mend> weighed(Mend mend) const;

private:
    /// The finding's figure when the pass is switched off.
    struct Without {
        std::optional<double> figure;
        bool matters = false;  ///< it is better then
    };
    std::optional<double> figure_of(const Painting& painting, Copy copy) const;
    std::optional<double> figure_as_it_is(Copy copy) const;
    const Without& without(Copy copy) const;
    bool no_worse_than_without(std::optional<double> figure, Copy copy) const;
    std::optional<Audit> measured(const Painting& painting, Copy copy, const Audit* known,
                                  bool viewing) const;
    int level(Copy copy) const { return copy == Copy::small ? small_ : fine_; }
    /// The painting as it is.
    const Audit* as_it_is(Copy copy) const;

    const Painting& painting_;
    const Audit& figures_;
    const Finding& finding_;
    std::size_t pass_;
    HouseRules own_;
    std::stop_token stop_;
    int small_, fine_;
    Basis basis_;
    mutable std::optional<Audit> as_it_is_[2];
    mutable std::optional<Without> without_[2];
};

/// Whether, in the whole list of findings, none that slips is new and none that slipped is worse.
bool nothing_worse(const Painting& before, const Audit& was, const Painting& after,
                   const Audit& is);

/// Mean CIEDE2000 between two paintings when finished, on a small copy; 0 when stopped.
double change_of_picture(const Painting& a, const Painting& b, const std::stop_token& stop = {});

}  // namespace underpaint
