// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QObject>
#include <optional>
#include <vector>

#include "audit/basis.h"
#include "desk/work/follower.h"
#include "desk/work/session.h"

namespace underpaint {

/// The picture after each pass, small, for the ledger. Made when the hand rests.
class PassThumbnails : public QObject {
    Q_OBJECT
public:
    explicit PassThumbnails(const Session& session, QObject* parent = nullptr);

    /// In colour or grey, as the painter chose; the first is the seal. They may be of the moment
    /// before; empty until there are some.
    const std::vector<QImage>& images() const {
        return session_.choices.grey_thumbnails() ? images_.grey : images_.colour;
    }
    bool finished() const { return follower_.settled(); }

    struct Images {
        std::vector<QImage> colour, grey;
    };

signals:
    void changed();

private:
    void look();
    Follower::Work make();

    const Session& session_;
    std::optional<Basis> basis_;
    Images images_;
    Follower follower_;
};

/// Side in pixels that a thumbnail is made for.
inline constexpr int kThumbnailWidth = 58, kThumbnailHeight = 38;

}  // namespace underpaint
