// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/mends/pass_trial.h"

#include <fmt/format.h>

#include <algorithm>

#include "audit/finding_figures.h"
#include "colour/ciede2000.h"
#include "render/view.h"
#include "terms/figures.h"

namespace underpaint {
namespace {

constexpr int kSmallSide = 300, kFineSide = 800;  // long sides of the copies
constexpr int kChangeSide = 120;

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

bool is_viewed(FindingCode code) {
    const FindingKind* kind = kind_of(code);
    return kind != nullptr && kind->viewed;
}

const Finding* same_in(const std::vector<Finding>& findings, const Finding& finding) {
    const auto found = std::ranges::find_if(
        findings, [&](const Finding& each) { return same_thing(each, finding); });
    return found == findings.end() ? nullptr : &*found;
}

}  // namespace

double change_of_picture(const Painting& a, const Painting& b, const std::stop_token& stop) {
    const View view = whole_at(a.size(), shrink_of_level(level_for(a.size(), kChangeSide)));
    const auto one = render_view(a, a.passes.size(), view, stop);
    const auto other = one ? render_view(b, b.passes.size(), view, stop) : std::nullopt;
    if (!other) return 0;
    const ConstRgbRow p = one->all(), q = other->all();
    double sum = 0;
    for (std::size_t i = 0; i < p.r.size(); ++i)
        sum += static_cast<double>(ciede2000(lab(p[i]), lab(q[i])));
    return sum / static_cast<double>(p.r.size());
}

bool nothing_worse(const Painting& before, const Audit& was, const Painting& after,
                   const Audit& is) {
    const auto slipped_before = find_slipped(before, was);
    return std::ranges::all_of(find_slipped(after, is), [&](const Finding& finding) {
        const Finding* then = same_in(slipped_before, finding);
        return then != nullptr && finding.verdict <= then->verdict &&
               (!finding.figure || !then->figure ||
                no_worse(*then, *finding.figure, *then->figure));
    });
}

PassTrial::PassTrial(const Painting& painting, const Audit& figures, const Finding& finding,
                     std::size_t pass, const HouseRules& own, const std::stop_token& stop)
    : painting_(painting),
      figures_(figures),
      finding_(finding),
      pass_(pass),
      own_(own),
      stop_(stop),
      small_(level_for(painting.size(), kSmallSide)),
      fine_(level_for(painting.size(), kFineSide)),
      basis_(basis_of(painting, Stage::colour, figures.reader, own)) {}

std::optional<Audit> PassTrial::measured(const Painting& painting, Copy copy, const Audit* known,
                                         bool viewing) const {
    AuditOptions options;
    options.viewing = viewing;
    options.reader = figures_.reader;
    options.level = level(copy);
    options.own_rules = own_;
    if (known != nullptr) options.known = known_figures(*known, painting_, painting);
    return audit(painting, options, stop_);
}

const Audit* PassTrial::as_it_is(Copy copy) const {
    if (level(copy) == 0 && figures_.exact) return &figures_;
    auto& kept = as_it_is_[static_cast<std::size_t>(copy)];
    if (!kept) kept = measured(painting_, copy, nullptr, true);
    return kept ? &*kept : nullptr;
}

/// Of the finished picture. Values are measured by themselves, on every pixel of the fine copy.
std::optional<double> PassTrial::figure_of(const Painting& painting, Copy copy) const {
    if (finding_.code == kValuesSlip) {
        AuditOptions options;
        options.reader = figures_.reader;
        options.level = copy == Copy::fine ? 0 : small_;
        options.only_values_after = painting.passes.size();
        const auto figures = audit(painting, options, stop_);
        if (!figures) return std::nullopt;
        return figures->passes.back().value.judged_p95;
    }
    const Audit* was = as_it_is(copy);
    const auto figures =
        was != nullptr ? measured(painting, copy, was, is_viewed(finding_.code)) : std::nullopt;
    return figures ? figure_in(finding_, figures->passes.back()) : std::nullopt;
}

/// The same of the painting as it is, which has mostly been measured before.
std::optional<double> PassTrial::figure_as_it_is(Copy copy) const {
    if (finding_.code == kValuesSlip) {
        if (copy == Copy::fine && figures_.exact) return figures_.passes.back().value.judged_p95;
        return figure_of(painting_, copy);
    }
    const Audit* was = as_it_is(copy);
    return was != nullptr ? figure_in(finding_, was->passes.back()) : std::nullopt;
}

/// What the figure would be without the pass, and whether it would be better then: if not, a later
/// pass covers what this one does, and no change of it is a mend.
const PassTrial::Without& PassTrial::without(Copy copy) const {
    auto& kept = without_[static_cast<std::size_t>(copy)];
    if (kept) return *kept;
    Painting off = painting_;
    off.passes[pass_].on = false;
    const auto figure = figure_of(off, copy), now = figure_as_it_is(copy);
    const bool matters = figure && now && !no_worse(finding_, *now, *figure);
    return kept.emplace(Without{figure, matters});
}

bool PassTrial::no_worse_than_without(std::optional<double> figure, Copy copy) const {
    const Without& without = this->without(copy);
    return figure && without.matters && excess_of(finding_, *without.figure) > 0 &&
           no_worse(finding_, *figure, *without.figure);
}

bool PassTrial::helps(const Mend& mend, Copy copy) const {
    if (stopped()) return false;
    const Painting after = mended(painting_, mend);
    if (finding_.code == kValuesSlip) {
        const auto figure = figure_of(after, copy);
        return figure && (*figure <= figures_.limits.drift || no_worse_than_without(figure, copy));
    }
    const Audit* was = as_it_is(copy);
    const auto figures =
        was != nullptr ? measured(after, copy, was, is_viewed(finding_.code)) : std::nullopt;
    if (!figures) return false;
    return same_in(find_slipped(after, *figures), finding_) == nullptr ||
           no_worse_than_without(figure_in(finding_, figures->passes.back()), copy);
}

std::optional<Mend> PassTrial::largest(int most, const std::function<Mend(int)>& make) const {
    int bad = most;
    for (const Copy copy : {Copy::small, Copy::fine}) {
        // The finer copy mostly gives the same answer, or one a little lower.
        int good = 0;
        if (copy == Copy::fine)
            for (const int less : {1, 2, 4}) {
                if (bad - less <= 0) break;
                if (helps(make(bad - less), copy)) return make(bad - less);
                bad -= less;
            }
        while (bad - good > 1) {
            const int middle = (good + bad) / 2;
            (helps(make(middle), copy) ? good : bad) = middle;
        }
        if (good == 0 || stopped()) return std::nullopt;
        if (copy == Copy::fine) return make(good);
        bad = good + 1;
    }
    return std::nullopt;
}

std::optional<Mend> PassTrial::least(int most, const std::function<Mend(int)>& make) const {
    if (!helps(make(most), Copy::fine)) return std::nullopt;
    int bad = 0, good = most;
    while (good - bad > 1) {
        const int middle = (good + bad) / 2;
        (helps(make(middle), Copy::small) ? good : bad) = middle;
    }
    // The finer copy mostly gives the same answer, or one a little higher; otherwise the whole
    // search is repeated on it.
    for (const int more : {0, 1, 3})
        if (good + more < most && helps(make(good + more), Copy::fine)) return make(good + more);
    bad = std::min(good + 3, most - 1), good = most;
    while (good - bad > 1) {
        const int middle = (good + bad) / 2;
        (helps(make(middle), Copy::fine) ? good : bad) = middle;
    }
    return stopped() ? std::nullopt : std::optional(make(good));
}

std::optional<Mend> PassTrial::weighed(Mend mend) const {
    const Painting after = mended(painting_, mend);
    const Audit* was = as_it_is(Copy::fine);
    const auto is = was != nullptr ? measured(after, Copy::fine, was, true) : std::nullopt;
    if (!is) return std::nullopt;
    mend.effect = in_words(is->passes.back());
    mend.moves = change_of_picture(painting_, after, stop_);
    mend.safe = same_in(find_slipped(after, *is), finding_) == nullptr &&
                nothing_worse(painting_, *was, after, *is);
    return stopped() ? std::nullopt : std::optional(std::move(mend));
}

}  // namespace underpaint
