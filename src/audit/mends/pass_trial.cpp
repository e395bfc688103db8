// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/mends/pass_trial.h"

#include <fmt/format.h>

#include <algorithm>

#include "audit/figures.h"
#include "audit/finding_figures.h"
#include "colour/ciede2000.h"
#include "render/view.h"

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

/// Whether it takes the viewing scale to see what a finding says.
bool is_viewed(FindingCode code) {
    switch (code) {
        case FindingCode::focus_slips:
        case FindingCode::shape_slips:
        case FindingCode::edges_slip:
        case FindingCode::soft_edges_lost:
        case FindingCode::background_loud: return true;
        default: return false;
    }
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
    if (known != nullptr) options.known = {known, common_figures(painting_, painting)};
    return audit(painting, options, stop_);
}

const Audit* PassTrial::as_it_is(Copy copy) const {
    if (level(copy) == 0 && figures_.exact) return &figures_;
    auto& kept = as_it_is_[static_cast<std::size_t>(copy)];
    if (!kept) kept = measured(painting_, copy, nullptr, true);
    return kept ? &*kept : nullptr;
}

/// The running 95th percentile after the pass within the held budget, or where it already was worse
/// before the pass, no worse than that.
bool PassTrial::helps_values(const Mend& mend, Copy copy) const {
    const bool fine = copy == Copy::fine;
    const auto p95_after = [&](const Painting& painting,
                               std::size_t passes) -> std::optional<double> {
        AuditOptions options;
        options.reader = figures_.reader;
        options.level = fine ? 0 : small_;
        options.only_values_after = passes;
        const auto figures = audit(painting, options, stop_);
        if (!figures) return std::nullopt;
        return figures->passes.back().value.judged_p95;
    };
    // The first state that is judged had nothing before it but the seal.
    double before = 0;
    if (pass_ > 0 && !figures_.passes[pass_ - 1].open) {
        const auto found = fine ? std::optional(figures_.passes[pass_ - 1].value.judged_p95)
                                : p95_after(painting_, pass_);
        if (!found) return false;
        before = *found;
    }
    const Painting after = mended(painting_, mend);
    const bool more = std::holds_alternative<LayAbove>(mend.change);
    const auto found = p95_after(after, pass_ + (more ? 2 : 1));
    return found && *found <= std::max(figures_.limits.drift, before);
}

bool PassTrial::helps(const Mend& mend, Copy copy) const {
    if (stopped()) return false;
    if (finding_.code == FindingCode::values_slip) return helps_values(mend, copy);
    const Painting after = mended(painting_, mend);
    const Audit* was = as_it_is(copy);
    const auto figures =
        was != nullptr ? measured(after, copy, was, is_viewed(finding_.code)) : std::nullopt;
    if (!figures) return false;
    const Finding* left = nullptr;
    const auto findings = find_slipped(after, *figures);
    left = same_in(findings, finding_);
    if (left == nullptr) return true;
    // It slipped before the pass, and so it does with it.
    if (pass_ >= was->passes.size()) return false;
    const auto before = figure_in(finding_, was->before(was->passes[pass_]));
    return before && left->figure && excess_of(finding_, *before) > 0 &&
           no_worse(finding_, *left->figure, *before);
}

std::optional<Mend> PassTrial::largest(int most, const std::function<Mend(int)>& make) const {
    int bad = most;
    for (const Copy copy : {Copy::small, Copy::fine}) {
        // The finer copy mostly says the same, or a little less.
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
    // The finer copy mostly says the same, or a little more; else all is asked there.
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
