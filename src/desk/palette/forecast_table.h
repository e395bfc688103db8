// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <vector>

#include "desk/palette/palette_edits.h"
#include "desk/palette/palette_meter.h"
#include "desk/work/latest_job.h"
#include "palette/needed_source.h"

namespace underpaint {

/// One line of the table: a colour as it would be laid.
struct ForecastRow {
    QString name;
    LaidColour laid;
    Forecast forecast;
    double kept = 0;                      ///< 95th percentile laid in true colour
    std::optional<int> wanted_step = {};  ///< of a row for a blend
    std::optional<NeededSource> needed;   ///< likewise
    bool ghost = false;                   ///< not in the palette yet
};

/// The forecast of each colour over the greys, in steps, before it is laid; or one colour in all
/// blends, with the source that each would need. Figures beyond the budget are bold.
class ForecastTable : public QWidget {
    Q_OBJECT
public:
    ForecastTable(Session& session, PaletteEdits& edits, PaletteMeter& meter,
                  QWidget* parent = nullptr);

    /// Rows are the blends of the chosen colour, not the colours.
    void show_blends(bool on);
    bool shows_blends() const { return blends_; }
    /// The step that a blend's outcome is wanted at.
    void set_wanted_step(int step);
    int wanted_step() const { return wanted_step_; }
    const std::vector<ForecastRow>& rows() const { return rows_; }
    /// The rows are those of what is set.
    bool finished() const { return !job_.running(); }
    /// The chosen row; nothing without one.
    std::optional<ForecastRow> chosen() const;

    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return sizeHint(); }

signals:
    void chosen_changed();
    void wants_laying();  ///< the chosen row was double-clicked, or Enter pressed

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void refresh();
    /// The rows to forecast, without figures.
    std::vector<ForecastRow> asked() const;
    void take(std::vector<ForecastRow> rows);
    void choose(std::size_t row);
    std::optional<std::size_t> row_at(double y) const;
    std::optional<std::size_t> chosen_row() const;
    double budget() const;
    void draw_head(QPainter& painter) const;
    void draw_row(QPainter& painter, std::size_t row) const;
    /// The steps that there is room for, from dark to light.
    std::vector<int> steps() const;
    QRectF column(std::size_t place, std::size_t of, double y) const;

    Session& session_;
    PaletteEdits& edits_;
    PaletteMeter& meter_;
    bool blends_ = false;
    int wanted_step_ = 5;
    std::size_t blend_row_ = 0;
    std::vector<ForecastRow> rows_;
    LatestJob job_;
};

}  // namespace underpaint
