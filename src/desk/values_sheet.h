// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/canvas.h"
#include "desk/latest_job.h"
#include "desk/measuring.h"
#include "desk/session.h"

class QLabel;
class QPushButton;
class QTreeWidget;

namespace underpaint {

class ShapeBar;

/// The right side of the Values bench: the parts with their figures, outlining, and the seal.
class ValuesSheet : public QWidget {
    Q_OBJECT
public:
    /// `day` says what date a seal made now bears, as ISO 8601.
    ValuesSheet(Session& session, const Measuring& measuring, Canvas& canvas,
                std::function<std::string()> day, QWidget* parent = nullptr);

signals:
    void wants_passes();  ///< the next bench

private:
    void build();
    void refresh();
    void fit_table();
    void measure_parts();
    void add_part(const std::vector<Point>& points);
    void remove_part();
    void take_best_splits();
    void main_action();

    Session& session_;
    const Measuring& measuring_;
    Canvas& canvas_;
    std::function<std::string()> day_;
    LatestJob job_;
    /// What the table was made from.
    struct Measured {
        SharedPicture ground;
        std::vector<Part> parts;
        Reader reader;
        friend bool operator==(const Measured&, const Measured&) = default;
    };
    std::optional<Measured> measured_;
    QTreeWidget* parts_;
    QLabel* hint_;
    ShapeBar* shapes_;
    QPushButton *outline_, *place_focus_, *remove_, *best_splits_, *main_;
};

}  // namespace underpaint
