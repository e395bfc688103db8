// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <random>

#include "desk/versions/version_pane.h"

namespace underpaint {

/// All versions by pairs, shuffled, without names and figures: of each two one is chosen. Then it
/// says how often each was, beside what chance alone would give.
class VersionsBlind : public VersionPane {
    Q_OBJECT
public:
    VersionsBlind(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                  VersionSight& sight, QWidget* parent = nullptr);

    /// A round: every pair once. \param seed of the shuffling
    void begin(std::uint32_t seed = std::random_device{}());
    void end();
    /// Names and figures are to be hidden.
    bool looking() const { return at_ < looks_.size(); }
    /// The versions at the left and right now.
    const BlindLook& look_now() const { return looks_[at_]; }
    QRectF picture_rect(bool right) const;

signals:
    void looking_changed();
    void ended();

protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    QSizeF place_size() const override { return picture_rect(false).size(); }
    std::optional<QRectF> place_at(QPointF at) const override;
    std::vector<VersionId> shown_versions() const override;
    bool press(QPointF at) override;

private:
    void choose(bool right);
    void follow();
    void draw_looks(QPainter& painter);
    void draw_result(QPainter& painter) const;
    void describe();

    std::vector<BlindLook> looks_;  // `chosen` stands at the left until it is
    std::size_t at_ = 0;
    int round_ = 0;
    std::optional<bool> pressed_right_;  // nothing: none, or it became a drag
    QPointF pressed_at_;
};

}  // namespace underpaint
