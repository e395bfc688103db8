// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <memory>
#include <optional>
#include <set>

#include "audit/strokes.h"
#include "desk/work/follower.h"
#include "desk/work/session.h"

namespace underpaint {

/// Which way the strokes of the underpaint go, and those of the chosen pass; how far they agree.
/// Measured only while somebody wants it.
class StrokeMeter : public QObject {
    Q_OBJECT
public:
    explicit StrokeMeter(Session& session, QObject* parent = nullptr);

    void set_wanted(const void* who, bool wanted);

    struct Strokes {
        std::shared_ptr<const StrokeField> sealed;
        std::optional<StrokeField> own;  ///< of the chosen pass, where it has any
    };
    /// Null until they are measured.
    const std::shared_ptr<const Strokes>& strokes() const { return strokes_; }
    /// Nothing while it is not known, or where the chosen pass has no strokes.
    std::optional<double> agreement() const { return agreement_; }
    bool finished() const { return follower_.settled(); }

signals:
    void changed();

private:
    void follow();
    Follower::Work measure();

    Session& session_;
    std::set<const void*> wanted_by_;
    Follower follower_;
    SharedPicture sealed_of_;  // the ground that the sealed ones are of
    std::shared_ptr<const Strokes> strokes_;
    std::optional<double> agreement_;
};

}  // namespace underpaint
