// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/brief/picture_card.h"
#include "desk/panes/bench.h"

class QLabel;
class QPushButton;

namespace underpaint {

/// Two thumbnails side by side, until each was seen beside the best so far.
class PairSheet : public QWidget {
    Q_OBJECT
public:
    explicit PairSheet(const Desk& desk, QWidget* parent = nullptr);
    void begin();

signals:
    /// The one that stayed to the end, or nothing when it was given up.
    void ended(std::optional<std::size_t> best);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void keep(bool left);
    void refresh();
    CardFace face_of(std::size_t at) const;

    Session& session_;
    const BriefMeter& meter_;
    std::size_t best_ = 0, next_ = 1;
    bool mirrored_ = false;
    PictureCard *left_, *right_;
    QLabel* about_;
};

}  // namespace underpaint
