// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/blame.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/finding_figures.h"
#include "audit/laid_shares.h"
#include "painting/changes.h"
#include "render/view.h"
#include "terms/figures.h"

namespace underpaint {
namespace {

constexpr int kBlameSide = 300;    // long side of the copy
constexpr double kNoShare = 0.05;  // of the slip: a smaller share is not mentioned
// Of the slip: the most that all other passes have when one did it "alone".
constexpr double kAlone = 0.1;

/// The small painting with each pass alone switched off.
std::optional<std::vector<std::optional<Audit>>> without_each(const Painting& painting,
                                                              const AuditOptions& options,
                                                              const Audit& all,
                                                              const std::stop_token& stop) {
    std::vector<std::optional<Audit>> audits(painting.passes.size());
    if (painting.passes.size() > kMostBlamed) return audits;
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        if (!painting.lays(painting.passes[i])) continue;
        Painting without = painting;
        without.passes[i].on = false;
        AuditOptions rest = options;
        rest.known = known_figures(all, painting, without);
        audits[i] = audit(without, rest, stop);
        if (!audits[i]) return std::nullopt;
    }
    return audits;
}

bool hides_some(const PassShare& share, double whole) {
    return share.laid <= 0 && share.alone < -kNoShare * whole;
}

/// What it did is not to be seen any more: without it nothing would be better now.
bool is_covered(const PassShare& share, double whole) {
    return share.laid >= kNoShare * whole && std::fabs(share.alone) < kNoShare * whole;
}

int decimals_for(double whole) {
    return whole < 0.095 ? 3 : whole < 0.95 ? 2 : 1;
}

/// Whether it is more than nought as it is said.
bool took_some(const PassShare& share, double whole) {
    return share.laid >= 0.5 * std::pow(10, -decimals_for(whole));
}

std::string in_words(const std::vector<PassShare>& shares, double whole) {
    const int decimals = decimals_for(whole);
    std::string took, hides;
    for (const PassShare& share : shares) {
        if (took_some(share, whole))
            took += fmt::format("{}pass {} took {:.{}f}", took.empty() ? "" : ", ", share.pass,
                                share.laid, decimals);
        if (hides_some(share, whole))
            hides +=
                fmt::format(" Pass {} hides {:.{}f} of it.", share.pass, -share.alone, decimals);
    }
    if (!took.empty()) took[0] = 'P';
    return took + "." + hides;
}

std::string numbers_of(const std::vector<int>& passes) {
    std::vector<std::string> numbers;
    for (const int pass : passes) numbers.push_back(std::to_string(pass));
    return listed(numbers);
}

/// Puts who did it in the place of the last words, which name one pass. `named` is what they name.
void say(Finding& finding, int named, double whole, double of_others,
         const std::vector<int>& covered) {
    const std::string last = fmt::format("Pass {}.", named);
    if (!finding.text.ends_with(last)) return;
    finding.text.resize(finding.text.size() - last.size());
    const auto took = std::ranges::count_if(
        finding.shares, [&](const PassShare& share) { return took_some(share, whole); });
    const bool hidden = std::ranges::any_of(
        finding.shares, [&](const PassShare& share) { return hides_some(share, whole); });
    const bool alone = took == 1 && of_others < kAlone * whole;
    if (took == 0 || (alone && !hidden))
        finding.text += fmt::format("Pass {}{}.", finding.pass, alone ? ", alone" : "");
    else
        finding.text += in_words(finding.shares, whole);
    if (!covered.empty())
        finding.text += fmt::format(" What pass{} {} did is covered by a later one.",
                                    covered.size() == 1 ? "" : "es", numbers_of(covered));
}

/// The painting without passes whose damage a later one covers, on the small copy.
std::optional<Audit> uncovered(Painting painting, const std::vector<int>& covered,
                               const AuditOptions& options, const std::stop_token& stop) {
    for (const int pass : covered) painting.passes[static_cast<std::size_t>(pass) - 1].on = false;
    return audit(painting, options, stop);
}

}  // namespace

bool find_shares(const Painting& painting, const Audit& figures, std::vector<Finding>& findings,
                 const HouseRules& own, const std::stop_token& stop) {
    const auto slipped = [](const Finding& finding) {
        // Before anything is laid there is no colour, so grey shadows have no earlier figure to
        // compare with.
        return is_bad(finding.verdict) && finding.figure && finding.budget &&
               finding.code != kShadowsGrey;
    };
    if (std::ranges::none_of(findings, slipped)) return true;
    AuditOptions options;
    options.reader = figures.reader;
    options.level = level_for(painting.size(), kBlameSide);
    options.own_rules = own;
    const auto all = audit(painting, options, stop);
    const auto without = all ? without_each(painting, options, *all, stop) : std::nullopt;
    if (!without) return false;
    for (Finding& finding : findings) {
        if (!slipped(finding)) continue;
        finding.shares.clear();
        const auto now = figure_in(finding, all->passes.back());
        const auto alone = [&](int pass) {
            const auto& other = (*without)[static_cast<std::size_t>(pass) - 1];
            const auto off = now && other ? figure_in(finding, other->passes.back()) : std::nullopt;
            return off ? worsening(finding, *off, *now) : 0;
        };
        LaidShares laid = laid_shares(finding, figures);
        if (laid.whole <= 0) continue;
        const auto with_alone = [&] {
            for (PassShare& share : laid.shares) share.alone = alone(share.pass);
        };
        with_alone();
        std::vector<int> covered;
        if (painting.passes.size() <= kMostBlamed)
            for (const PassShare& share : laid.shares)
                if (is_covered(share, laid.whole)) covered.push_back(share.pass);
        if (!covered.empty()) {
            // Blame what is visible now on the passes that are visible.
            const auto seen = uncovered(painting, covered, options, stop);
            if (!seen) return false;
            if (LaidShares of_seen = laid_shares(finding, *seen); of_seen.whole > 0) {
                laid = std::move(of_seen);
                std::erase_if(laid.shares, [&](const PassShare& share) {
                    return std::ranges::count(covered, share.pass) > 0;
                });
                with_alone();
            } else {
                covered.clear();
            }
        }
        const int named = finding.pass;
        const auto most = std::ranges::max_element(laid.shares, {}, &PassShare::laid);
        if (most != laid.shares.end() && most->laid > 0) finding.pass = most->pass;
        double of_others = 0;
        for (const PassShare& share : laid.shares) {
            if (share.pass != finding.pass) of_others += std::max(0.0, share.laid);
            if (std::fabs(share.laid) >= kNoShare * laid.whole ||
                std::fabs(share.alone) >= kNoShare * laid.whole)
                finding.shares.push_back(share);
        }
        say(finding, named, laid.whole, of_others, covered);
    }
    return true;
}

}  // namespace underpaint
