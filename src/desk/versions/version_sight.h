// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QObject>
#include <map>
#include <optional>
#include <vector>

#include "desk/versions/versions_meter.h"
#include "desk/view/lens.h"
#include "desk/view/view_transform.h"

class QPainter;

namespace underpaint {

/// How the versions are looked at: through which lens, and as how fine a picture. What the meter
/// has of a version, which is small, serves until the pixels in sight are there; they are made
/// beside the interface, one wish after the other, so that a hand that moves sees each in turn.
class VersionSight : public QObject {
    Q_OBJECT
public:
    VersionSight(Session& session, const VersionsMeter& meter, QObject* parent = nullptr);

    Lens lens() const { return lens_; }
    void set_lens(Lens lens);
    /// Another lens while a key is held.
    void peek(std::optional<Lens> lens);
    /// Sets the part of these versions that is in sight.
    void want(std::vector<VersionId> versions, const View& view);
    /// Another picture in the place of a version's, as while a slider is moved; null ends it.
    void show_instead(VersionId id, std::shared_ptr<const RgbBlock> picture);
    bool shows_instead(VersionId id) const { return instead_ && id == instead_of_; }
    /// Draws a version as it lies in `place`, where all that lies beyond is cut.
    void draw(QPainter& painter, const SeenVersion& version, const QRectF& place,
              const ViewTransform& transform);
    /// All of a version, as the meter has it, for paper.
    void draw_whole(QPainter& painter, const SeenVersion& version, const QRectF& place);
    bool finished() const { return !job_.running() && !next_; }

signals:
    void changed();

private:
    /// The pixels of a view, and what they are of.
    struct Fine {
        Painting of;
        View view;
        std::shared_ptr<const RgbBlock> picture, sealed;
    };
    struct Wish {
        std::vector<std::pair<VersionId, Painting>> versions;
        View view;
    };
    const Fine* fine_of(const SeenVersion& version) const;
    void begin(Wish wish);
    const QImage& image_of_pixels(const std::shared_ptr<const RgbBlock>& picture,
                                  const RgbBlock& sealed, const SeenVersion& version,
                                  double shrink);

    Session& session_;
    const VersionsMeter& meter_;
    LatestJob job_;
    Lens lens_ = Lens::colour;
    std::optional<Lens> peeked_;
    std::map<VersionId, Fine> fine_;
    std::optional<View> wanted_;
    std::optional<Wish> next_;  // to begin when what is made now is there
    VersionId instead_of_ = kNoVersion;
    std::shared_ptr<const RgbBlock> instead_;
    struct Shown {
        Lens lens;
        Reader reader;
        QImage image;
    };
    std::map<std::shared_ptr<const RgbBlock>, Shown> images_;
};

}  // namespace underpaint
