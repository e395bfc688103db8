// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMenu>
#include <memory>

#include "desk/work/latest_job.h"
#include "desk/work/session.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// The picture of the painter's own that spots are named on: the painting as it is now or as it was
/// sealed, or one of its references. Made beside the interface, while somebody wants it.
class HerePicture : public QObject {
    Q_OBJECT
public:
    HerePicture(Session& session, QObject* parent = nullptr);

    /// Whether it is looked at now.
    void want(bool on);
    void fill(QMenu& menu);
    QString label() const;
    bool finished() const { return !making_.running(); }

signals:
    /// Null: there is no painting.
    void made(std::shared_ptr<const underpaint::RgbBlock> picture);
    void chosen();

private:
    void choose(int which);
    void make();
    int references() const;

    Session& session_;
    LatestJob making_;
    bool wanted_ = false, stale_ = true;
    int which_ = kNow;
    static constexpr int kNow = -1, kSealed = -2;  // 0 and on: a reference
};

}  // namespace underpaint
