// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QObject>
#include <QTimer>
#include <memory>
#include <optional>
#include <set>

#include "audit/strokes.h"
#include "desk/work/latest_job.h"
#include "desk/work/session.h"

namespace underpaint {

/// Which way the strokes of the underpaint go, and those of the chosen pass; how far they agree.
/// Measured only while somebody wants it.
class StrokeMeter : public QObject {
    Q_OBJECT
public:
    explicit StrokeMeter(Session& session, QObject* parent = nullptr);

    void set_wanted(const void* who, bool wanted);

    /// Null until they are measured.
    const std::shared_ptr<const StrokeField>& sealed() const { return sealed_; }
    /// Nothing while it is not known, or where the chosen pass has no strokes.
    std::optional<double> agreement() const { return agreement_; }
    /// Both, to be drawn over the whole picture: light lines the underpaint's, dark ones the
    /// pass's.
    const QImage& drawing() const { return drawing_; }
    bool finished() const { return !job_.running() && !rest_.isActive(); }

signals:
    void changed();

private:
    void put_off();
    void measure();

    Session& session_;
    std::set<const void*> wanted_by_;
    LatestJob job_;
    QTimer rest_;
    SharedPicture sealed_of_;  // the ground that they are of
    std::shared_ptr<const StrokeField> sealed_;
    std::optional<double> agreement_;
    QImage drawing_;
};

}  // namespace underpaint
