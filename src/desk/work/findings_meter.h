// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <vector>

#include "audit/finding.h"

namespace underpaint {

/// Findings of one side of the seal line, kept up to date beside the interface.
class FindingsMeter : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    /// The costliest first; empty until there are some. They may be of the moment before.
    const std::vector<Finding>& findings() const { return findings_; }
    /// They are those of the painting as it is now.
    virtual bool findings_current() const = 0;
    /// Asks where on the picture a finding of it is; place_found() answers.
    virtual void find_place(const Finding& finding) { emit place_found(finding, finding.where); }
    /// Everything that is to come has come.
    virtual bool finished() const = 0;

signals:
    /// The findings are no longer those of the painting; new ones will come.
    void outdated();
    void findings_changed();
    /// `place` is a mask of the whole picture; null: the finding has no one place.
    void place_found(const underpaint::Finding& finding, const underpaint::SharedPicture& place);

protected:
    std::vector<Finding> findings_;
};

}  // namespace underpaint
