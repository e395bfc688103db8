// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>
#include <tuple>
#include <vector>

namespace underpaint {

// Tallies of tiles add up to those of the picture in any order, and what was added can be taken off
// again.

/// A tally that names its members in `kMembers` adds up member by member.
template <class T>
concept Memberwise = requires {
    T::kMembers;
};

template <Memberwise T>
T& operator+=(T& into, const T& other) {
    std::apply([&](auto... member) { ((into.*member += other.*member), ...); }, T::kMembers);
    return into;
}
template <Memberwise T>
T& operator-=(T& from, const T& other) {
    std::apply([&](auto... member) { ((from.*member -= other.*member), ...); }, T::kMembers);
    return from;
}

/// Adds lists of the same length, item by item.
template <Memberwise T>
std::vector<T>& operator+=(std::vector<T>& into, const std::vector<T>& other) {
    for (std::size_t i = 0; i < into.size(); ++i) into[i] += other[i];
    return into;
}
template <Memberwise T>
std::vector<T>& operator-=(std::vector<T>& from, const std::vector<T>& other) {
    for (std::size_t i = 0; i < from.size(); ++i) from[i] -= other[i];
    return from;
}

/// Tallies of the ground and of the state after each pass. Most passes leave most of the picture
/// alone: what stands alike through many states is gathered once, added where they begin and taken
/// off after the last of them.
template <class Tally>
class RunTallies {
public:
    RunTallies() = default;
    RunTallies(std::size_t states, const Tally& nothing)
        : alone_(states, nothing), changes_(states, nothing), nothing_(nothing) {}

    /// The tally of one state, compared with nothing.
    Tally& alone(std::size_t state) { return alone_[state]; }
    /// The same for all states from `first` on, up to `end`: `gather(tally)` adds it to one.
    template <class Gather>
    void add(std::size_t first, std::size_t end, Gather gather) {
        // Adding and taking off costs about as much as gathering twice. Of very many states a
        // second tally each would take more memory than that is worth.
        constexpr std::size_t many_states = 64;
        const std::size_t short_run = alone_.size() > many_states ? 0 : 2;
        if (first >= end) return;  // what is known already
        if (end - first <= short_run) {
            for (std::size_t state = first; state < end; ++state) gather(alone_[state]);
            return;
        }
        run_ = nothing_;
        gather(run_);
        // Maxima can't be taken off again.
        if constexpr (requires { run_.forget_max(); }) {
            for (std::size_t state = first; state < end; ++state) alone_[state].raise_max(run_);
            run_.forget_max();
        }
        changes_[first] += run_;
        if (end < changes_.size()) changes_[end] -= run_;
    }
    RunTallies& operator+=(const RunTallies& other) {
        alone_ += other.alone_;
        changes_ += other.changes_;
        return *this;
    }
    /// Goes through the states in their order, from the ground on.
    class Walk {
    public:
        explicit Walk(const RunTallies& tallies) : tallies_(tallies), run_(tallies.nothing_) {}
        Tally next() {
            run_ += tallies_.changes_[at_];
            Tally state = run_;
            state += tallies_.alone_[at_++];
            return state;
        }

    private:
        const RunTallies& tallies_;
        std::size_t at_ = 0;
        Tally run_;
    };

private:
    std::vector<Tally> alone_;    // of each state, what is gathered for it by itself
    std::vector<Tally> changes_;  // what else each has more than the one before it
    Tally nothing_{}, run_{};     // memory of the latter is kept
};

/// How often each bin was met. Takes no memory until something is counted, and then up to the
/// highest bin that was asked for.
class BinCounts {
public:
    /// Before bins below `size` are counted.
    void reach(std::size_t size) {
        if (counts_.size() < size) counts_.resize(size);
    }
    void count(std::span<const std::int32_t> bins) {
        for (const std::int32_t bin : bins) ++counts_[static_cast<std::size_t>(bin)];
    }
    void count(std::size_t bin, std::uint64_t times) {
        reach(bin + 1);
        counts_[bin] += static_cast<std::uint32_t>(times);
    }
    BinCounts& operator+=(const BinCounts& other) {
        reach(other.counts_.size());
        for (std::size_t i = 0; i < other.counts_.size(); ++i) counts_[i] += other.counts_[i];
        return *this;
    }
    BinCounts& operator-=(const BinCounts& other) {
        reach(other.counts_.size());
        for (std::size_t i = 0; i < other.counts_.size(); ++i) counts_[i] -= other.counts_[i];
        return *this;
    }

    std::uint32_t operator[](std::size_t bin) const {
        return bin < counts_.size() ? counts_[bin] : 0;
    }
    /// The bin that the so-many-th of all counted is in, from 1; `last` where there are not so
    /// many.
    std::size_t bin_of_rank(std::uint64_t rank, std::size_t last) const {
        std::uint64_t seen = 0;
        for (std::size_t bin = 0; bin < counts_.size(); ++bin)
            if ((seen += counts_[bin]) >= rank) return bin;
        return last;
    }

private:
    std::vector<std::uint32_t> counts_;
};

}  // namespace underpaint
