// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/palette/palette_edits.h"
#include "desk/palette/palette_meter.h"
#include "desk/work/brief_meter.h"
#include "palette/plan_changes.h"
#include "palette/plan_suggestion.h"

namespace underpaint {

class ColourSheet;

/// The colour plan: a row for each part with its shadow, half and light as a strip. A click on a
/// tone chooses its colour from the palette.
class PlanList : public QWidget {
    Q_OBJECT
public:
    PlanList(Session& session, PaletteEdits& edits, const PaletteMeter& meter,
             const BriefMeter& brief, QWidget* parent = nullptr);

    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }
    /// Plans all parts by rules, as one step.
    void suggest();
    void clear();
    /// Moves all planned colours together, as one step.
    void tune(const QString& label, const Tune& tune);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    struct Place {
        std::size_t row;
        std::size_t tone;
    };
    std::size_t rows() const;
    /// Nothing for the whole picture.
    const Part* part_of(std::size_t row) const;
    PlannedPart planned(std::size_t row) const;
    const TonePlaces* places(std::size_t row) const;
    QRect strip(std::size_t row) const;
    std::optional<Place> place_at(QPoint at) const;
    void open_menu(const Place& place);
    void set_tone(const Place& place, std::optional<PlannedColour> colour,
                  const QString& gesture = {});
    /// The sheet for a colour of the plan's own.
    void open_sheet(const Place& place);
    void draw_row(QPainter& painter, std::size_t row) const;
    void say();

    Session& session_;
    PaletteEdits& edits_;
    const PaletteMeter& meter_;
    const BriefMeter& brief_;
    Place at_{0, 0};
    ColourSheet* sheet_ = nullptr;           // made when first opened
    std::map<PartId, std::string> reasons_;  // of the last suggestion
};

}  // namespace underpaint
