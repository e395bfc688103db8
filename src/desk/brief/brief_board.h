// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStackedWidget>

#include "desk/panes/bench.h"

class QLabel;

namespace underpaint {

class LateChangePage;
class PairSheet;
class ReferencesPanel;
class ThumbnailsPanel;

/// The middle of the Brief bench, in place of the canvas: thumbnails, references, time, and what
/// comes next.
class BriefBoard : public QStackedWidget {
    Q_OBJECT
public:
    explicit BriefBoard(const Desk& desk, QWidget* parent = nullptr);

    void show_late_change();
    bool finished() const;

signals:
    void wants_ghost(std::size_t thumbnail);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* board(const Desk& desk);
    void refresh_next();

    Session& session_;
    const BriefMeter& meter_;
    ThumbnailsPanel* thumbnails_;
    ReferencesPanel* references_;
    PairSheet* pairs_;
    LateChangePage* late_;
    QLabel* next_;
};

}  // namespace underpaint
