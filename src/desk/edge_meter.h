// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QObject>
#include <optional>

#include "audit/edges.h"
#include "desk/latest_job.h"
#include "desk/session.h"

namespace underpaint {

/// The edges of the ground, found beside the interface whenever it becomes another.
class EdgeMeter : public QObject {
    Q_OBJECT
public:
    explicit EdgeMeter(const Session& session, QObject* parent = nullptr);

    /// Nothing until they are found.
    const std::optional<EdgeLengths>& lengths() const { return lengths_; }
    /// To be drawn over the whole picture: hard edges white and thick, lost ones dark and thin.
    const QImage& drawing() const { return drawing_; }
    bool finished() const { return !job_.running(); }

signals:
    void changed();

private:
    void look_at_ground();

    const Session& session_;
    LatestJob job_;
    SharedPicture ground_;
    Reader reader_ = Reader::lightness;
    std::optional<EdgeLengths> lengths_;
    QImage drawing_;
};

}  // namespace underpaint
