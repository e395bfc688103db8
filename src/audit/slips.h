// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <fmt/format.h>

#include <vector>

#include "audit/finding.h"
#include "audit/laid_shares.h"
#include "audit/measures.h"

namespace underpaint {

/// A stretch of passes, one after the other, after each of which something was not held.
struct Slip {
    const PassAudit* pass = nullptr;  ///< the last that made it worse
    const PassAudit* back = nullptr;  ///< the one that brought it back; null: nothing did
    Verdict verdict = Verdict::held;  ///< how it stands in the end; held when it was brought back
};

template <class VerdictOf>
std::vector<Slip> slips_of(const Audit& audit, VerdictOf verdict_of) {
    std::vector<Slip> slips;
    Verdict before = Verdict::held;
    for (const PassAudit& pass : audit.passes) {
        if (pass.open) continue;
        const Verdict now = verdict_of(pass);
        if (is_bad(now)) {
            if (!is_bad(before)) slips.emplace_back();
            if (now > before) slips.back().pass = &pass;
            slips.back().verdict = now;
        } else if (is_bad(before)) {
            slips.back().back = &pass;
            slips.back().verdict = Verdict::held;
        }
        before = now;
    }
    return slips;
}

/// Adds a finding for each such stretch. `say(pass, finding)` begins its sentence, with the figures
/// of a pass: of the last one, or where it was brought back, of the one that made it worst. The
/// finding names the pass with the largest share of what is still lost; see most_to_blame().
template <class VerdictOf, class Say>
void find_slips(const Audit& audit, FindingCode code, VerdictOf verdict_of, Say say,
                std::vector<Finding>& findings) {
    for (const Slip& slip : slips_of(audit, verdict_of)) {
        const PassAudit& told = slip.back != nullptr ? *slip.pass : audit.passes.back();
        Finding finding{code, slip.verdict, slip.pass->index};
        say(told, finding);
        if (slip.back == nullptr)
            if (const int most = most_to_blame(finding, audit, finding.pass);
                most != finding.pass) {
                finding = Finding{code, slip.verdict, most};
                say(told, finding);
            }
        if (slip.back != nullptr)
            finding.text +=
                fmt::format(" after this pass; pass {} brought it back", slip.back->index);
        finding.text += fmt::format(". Pass {}.", finding.pass);
        findings.push_back(std::move(finding));
    }
}

}  // namespace underpaint
