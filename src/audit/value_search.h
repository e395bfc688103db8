// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "audit/value_findings.h"
#include "audit/value_mends.h"

namespace underpaint {

/// A search for findings: what is searched, and what was found so far.
struct ValueSearch {
    const Painting& painting;
    const ValuesAudit& figures;
    const std::stop_token& stop;
    const Plan& plan = painting.plan;
    std::vector<Finding> found = {};

    Finding& add(FindingCode code, Verdict verdict, std::string text);
    /// Gives a finding the mend that `make` comes to, if any. They take their time, so they are not
    /// made where they could not be trusted.
    template <class Make>
    void mend(Finding& finding, Make make) const {
        if (!figures.exact || stop.stop_requested()) return;
        std::optional<Mend> mend = make();
        if (!mend) return;
        mend->basis = basis_of(painting, Stage::values, figures.reader);
        finding.mends.push_back(std::move(*mend));
    }

    double said(double step) const { return figures.said(step); }
    double said_width(double steps) const { return figures.said_width(steps); }
};

// Each adds what it finds of one kind.
void find_range(ValueSearch& search);
void find_key(ValueSearch& search);
void find_shapes(ValueSearch& search);
void find_scattered_darks(ValueSearch& search);
void find_parts(ValueSearch& search);
void find_focus(ValueSearch& search);
void find_edges(ValueSearch& search);
void find_white(ValueSearch& search);

}  // namespace underpaint
