// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <functional>
#include <optional>

#include "desk/work/latest_job.h"
#include "painting/painting.h"
#include "raster/rgb_block.h"
#include "terms/parameter.h"

class QPushButton;

namespace underpaint {

class BarSlider;
class VersionEdits;

/// A way of making another version by a slider.
struct VersionWay {
    Parameter amount;                          ///< its usual value changes nothing
    QString slider;                            ///< name of the slider
    QString label;                             ///< of the undo step
    std::function<QString(float)> name, from;  ///< of the version that is made
    std::function<Colouring(const Painting&, float)> make;
};

/// The row in which an amount is set: the chosen version shows what it would be, small, until the
/// version is made or given up. Escape gives it up.
class VersionTrial : public QWidget {
    Q_OBJECT
public:
    explicit VersionTrial(VersionEdits& edits, QWidget* parent = nullptr);
    void begin(VersionWay way, float amount);
    void end();
    bool under_way() const { return way_.has_value(); }
    bool running() const { return job_.running(); }

signals:
    void begun();
    void ended();
    /// How the chosen version would look, small; null: as it is. kNoVersion: nothing is tried.
    void would_be(underpaint::VersionId version, std::shared_ptr<const underpaint::RgbBlock> seen);
    void wanted(const underpaint::VersionWay& way, float amount);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void show_amount(float amount);

    VersionEdits& edits_;
    LatestJob job_;
    std::optional<VersionWay> way_;
    Painting tried_;  // what the slider shows changed
    BarSlider* slider_ = nullptr;
    QPushButton* make_;
};

}  // namespace underpaint
