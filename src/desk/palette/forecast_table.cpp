// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/forecast_table.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>

#include "audit/limits.h"
#include "colour/value_scale.h"
#include "desk/kit/accessible.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"
#include "palette/mother.h"

namespace underpaint {
namespace {

// The steps between the ends of the scale; fewer of them in a narrow table.
const std::vector<int> kSteps{2, 3, 4, 5, 6, 7, 8}, kFewSteps{2, 4, 6, 8}, kFewestSteps{3, 5, 7};

/// So many kinds of pixels are laid over while one waits.
constexpr std::size_t kMostWaitedFor = 4096;

int row_height() {
    return scaled(21);
}
int head_height() {
    return scaled(20);
}
// Widths of the columns, counted from the right.
int kept_width() {
    return scaled(86);
}
int p95_width() {
    return scaled(76);
}

/// Where a row's columns of steps begin.
double names_width(double width) {
    return std::clamp(width * 0.21, static_cast<double>(scaled(120)),
                      static_cast<double>(scaled(190)));
}

}  // namespace

ForecastTable::ForecastTable(Session& session, PaletteEdits& edits, PaletteMeter& meter,
                             QWidget* parent)
    : QWidget(parent),
      session_(session),
      edits_(edits),
      meter_(meter),
      job_(this, Urgency::figures, "what colours would do") {
    setObjectName(QStringLiteral("forecast_table"));
    set_accessible_role(*this, QAccessible::List);
    setFocusPolicy(Qt::StrongFocus);
    connect(&edits_, &PaletteEdits::changed, this, &ForecastTable::refresh);
    connect(&edits_, &PaletteEdits::ghosts_changed, this, &ForecastTable::refresh);
    connect(&meter_, &PaletteMeter::backdrop_changed, this, &ForecastTable::refresh);
    connect(&session_.settings, &PainterSettings::changed, this, &ForecastTable::refresh);
    connect(&session_.choices, &Choices::reader_changed, this, &ForecastTable::refresh);
    refresh();
}

double ForecastTable::budget() const {
    return limits_of(session_.document.painting(), session_.settings.rules()).drift;
}

void ForecastTable::show_blends(bool on) {
    blends_ = on;
    refresh();
}

void ForecastTable::set_wanted_step(int step) {
    wanted_step_ = step;
    refresh();
}

std::vector<ForecastRow> ForecastTable::asked() const {
    std::vector<ForecastRow> rows;
    if (meter_.backdrop() == nullptr || !session_.document.has_painting()) return rows;
    const ForecastSetting& setting = meter_.setting();
    const auto add = [&](const QString& name, Rgb colour, BlendMode blend) -> ForecastRow& {
        ForecastRow& row = rows.emplace_back();
        row.name = name;
        row.laid = {colour, blend, setting.strength, setting.hold};
        return row;
    };
    const Palette& palette = edits_.palette();
    if (!blends_) {
        for (const PaletteColour& colour : palette.colours)
            add(shown(colour.name), effective(palette, colour), setting.blend);
        for (const GhostColour& ghost : edits_.ghosts())
            add(ghost.name, ghost.colour, setting.blend).ghost = true;
    } else if (const PaletteColour* chosen = edits_.chosen()) {
        for (const BlendText& text : kBlendTexts)
            add(label_of(text.mode), effective(palette, *chosen), text.mode).wanted_step =
                wanted_step_;
    }
    return rows;
}

/// Over a grey seal of 8 bits that is some hundred pixels, and the table follows at once. Over more
/// it follows beside the interface, with the rows as they were until then.
void ForecastTable::refresh() {
    std::vector<ForecastRow> rows = asked();
    const auto over = meter_.backdrop();
    const auto answer = [over, reader = session_.choices.reader(), most = budget()](
                            std::vector<ForecastRow>& asked, const std::stop_token& stop) {
        for (ForecastRow& row : asked) {
            if (stop.stop_requested()) return;
            row.forecast = forecast(*over, row.laid, reader, most);
            LaidColour kept = row.laid;
            kept.blend = BlendMode::true_colour;
            row.kept = forecast(*over, kept, reader, most).p95;
            if (row.wanted_step)
                row.needed = needed_source(
                    row.laid.blend,
                    grey(encoded_grey_of(lightness_of_step(static_cast<float>(*row.wanted_step)))),
                    row.laid.colour);
        }
    };
    if (over == nullptr || over->pixels.size() <= kMostWaitedFor) {
        job_.stop();
        answer(rows, {});
        return take(std::move(rows));
    }
    job_.start([this, rows = std::move(rows), answer](const std::stop_token& stop,
                                                      const Deliver& deliver) mutable {
        answer(rows, stop);
        if (stop.stop_requested()) return;
        deliver([this, rows = std::move(rows)]() mutable { take(std::move(rows)); });
    });
}

void ForecastTable::take(std::vector<ForecastRow> rows) {
    rows_ = std::move(rows);
    QStringList said;
    for (const ForecastRow& row : rows_)
        said << tr("%1: 95% within %2 steps, %3")
                    .arg(row.name)
                    .arg(row.forecast.p95, 0, 'f', 2)
                    .arg(word_of(row.forecast.verdict));
    setAccessibleName(tr("What each would do to your greys"));
    setAccessibleDescription(said.join(QStringLiteral("; ")));
    updateGeometry();
    update();
    emit chosen_changed();
}

QSize ForecastTable::sizeHint() const {
    const auto rows = static_cast<int>(std::max<std::size_t>(rows_.size(), 3));
    return {scaled(300), head_height() + rows * row_height() + scaled(4)};
}

std::optional<std::size_t> ForecastTable::chosen_row() const {
    if (rows_.empty()) return std::nullopt;
    if (blends_) return std::min(blend_row_, rows_.size() - 1);
    const auto place = edits_.chosen_place();
    return place && *place < rows_.size() ? place : std::nullopt;
}

std::optional<ForecastRow> ForecastTable::chosen() const {
    const auto row = chosen_row();
    return row ? std::optional(rows_[*row]) : std::nullopt;
}

void ForecastTable::choose(std::size_t row) {
    if (row >= rows_.size() || rows_[row].ghost) return;
    if (blends_) {
        blend_row_ = row;
        update();
        emit chosen_changed();
    } else {
        edits_.choose_place(row);
    }
}

std::optional<std::size_t> ForecastTable::row_at(double y) const {
    const double row = (y - head_height()) / row_height();
    if (row < 0 || row >= static_cast<double>(rows_.size())) return std::nullopt;
    return static_cast<std::size_t>(row);
}

std::vector<int> ForecastTable::steps() const {
    const double room = width() - kept_width() - p95_width() - names_width(width());
    const double figure = scaled(46);
    for (const auto* steps : {&kSteps, &kFewSteps})
        if (room >= figure * static_cast<double>(steps->size())) return *steps;
    return kFewestSteps;
}

QRectF ForecastTable::column(std::size_t place, std::size_t of, double y) const {
    const double from = names_width(width());
    const double to = width() - kept_width() - p95_width();
    const double each = (to - from) / static_cast<double>(of);
    return {from + each * static_cast<double>(place), y, each - scaled(4),
            static_cast<double>(row_height())};
}

void ForecastTable::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    draw_head(painter);
    for (std::size_t i = 0; i < rows_.size(); ++i) draw_row(painter, i);
    if (!rows_.empty()) return;
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const QString why = !session_.document.has_painting() ? tr("Open a painting first.")
                        : edits_.palette().colours.empty()
                            ? tr("Take some colours first; what they would do is said here.")
                            : tr("Reading the greys …");
    painter.drawText(QRect(scaled(2), head_height(), width(), 2 * row_height()),
                     Qt::AlignLeft | Qt::AlignVCenter, why);
}

void ForecastTable::draw_head(QPainter& painter) const {
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const std::vector<int> across = steps();
    for (std::size_t i = 0; i < across.size(); ++i)
        painter.drawText(column(i, across.size(), 0), Qt::AlignRight | Qt::AlignVCenter,
                         QString::number(across[i]));
    const double right = width() - kept_width();
    const auto high = static_cast<double>(row_height());
    painter.drawText(QRectF(right - p95_width(), 0, p95_width() - scaled(4), high),
                     Qt::AlignRight | Qt::AlignVCenter, tr("95%"));
    painter.drawText(QRectF(right, 0, kept_width() - scaled(4), high),
                     Qt::AlignRight | Qt::AlignVCenter,
                     blends_ ? tr("to lay at %1").arg(wanted_step_) : tr("true colour"));
}

void ForecastTable::draw_row(QPainter& painter, std::size_t i) const {
    const ForecastRow& row = rows_[i];
    const double y = head_height() + static_cast<double>(i) * row_height();
    const auto high = static_cast<double>(row_height());
    if (chosen_row() == i) {
        painter.fillRect(QRectF(0, y, width(), high), greys().chosen);
        if (hasFocus()) {
            painter.setPen(greys().strong);
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(QRectF(0.5, y + 0.5, width() - 1, high - 1));
        }
    }
    const double side = scaled(12);
    const QRectF swatch(scaled(6), y + (high - side) / 2, side, side);
    painter.setPen(QPen(greys().bar, 1));
    painter.setBrush(qcolor(row.laid.colour));
    painter.drawRect(swatch);
    painter.setFont(secondary_font());
    painter.setPen(row.ghost ? greys().secondary : greys().text);
    const QRectF name(swatch.right() + scaled(7), y,
                      names_width(width()) - swatch.right() - scaled(9), high);
    painter.drawText(
        name, Qt::AlignLeft | Qt::AlignVCenter,
        painter.fontMetrics().elidedText(row.name, Qt::ElideRight, static_cast<int>(name.width())));
    const double most = budget();
    const std::vector<int> across = steps();
    for (std::size_t place = 0; place < across.size(); ++place) {
        const auto drift = row.forecast.steps[static_cast<std::size_t>(across[place] - 1)];
        const bool beyond = drift && std::abs(*drift) > most;
        painter.setFont(figure_font(11, beyond));
        painter.setPen(beyond ? greys().strong : greys().secondary);
        painter.drawText(column(place, across.size(), y), Qt::AlignRight | Qt::AlignVCenter,
                         drift ? signed_figure(*drift, 2) : QStringLiteral("–"));
    }
    const double right = width() - kept_width();
    const double mark = scaled(9);
    draw_mark(painter, QRectF(right - p95_width() + scaled(14), y + (high - mark) / 2, mark, mark),
              row.forecast.verdict, greys().strong);
    painter.setFont(figure_font(11, is_bad(row.forecast.verdict)));
    painter.setPen(greys().text);
    painter.drawText(QRectF(right - p95_width(), y, p95_width() - scaled(4), high),
                     Qt::AlignRight | Qt::AlignVCenter, QString::number(row.forecast.p95, 'f', 2));
    const QRectF last(right, y, kept_width() - scaled(4), high);
    painter.setFont(figure_font());
    painter.setPen(greys().secondary);
    if (!row.needed) {
        painter.drawText(last, Qt::AlignRight | Qt::AlignVCenter,
                         QString::number(row.kept, 'f', 2));
        return;
    }
    const bool reached = row.needed->off <= kReachedSource;
    painter.setPen(QPen(greys().bar, 1));
    painter.setBrush(qcolor(row.needed->source));
    painter.drawRect(QRectF(last.left() + scaled(14), swatch.top(), side, side));
    painter.setPen(reached ? greys().text : greys().secondary);
    painter.setFont(secondary_font());
    painter.drawText(last, Qt::AlignRight | Qt::AlignVCenter,
                     reached ? tr("there") : tr("off %1").arg(row.needed->off, 0, 'f', 0));
}

void ForecastTable::mousePressEvent(QMouseEvent* event) {
    if (const auto row = row_at(event->position().y())) choose(*row);
}

void ForecastTable::mouseDoubleClickEvent(QMouseEvent* event) {
    const auto row = row_at(event->position().y());
    if (!row || rows_[*row].ghost) return;
    choose(*row);
    emit wants_laying();
}

void ForecastTable::keyPressEvent(QKeyEvent* event) {
    const auto row = chosen_row();
    if (!row) return QWidget::keyPressEvent(event);
    switch (event->key()) {
        case Qt::Key_Up:
            if (*row > 0) choose(*row - 1);
            return;
        case Qt::Key_Down: return choose(*row + 1);
        case Qt::Key_Return:
        case Qt::Key_Enter: emit wants_laying(); return;
        default: QWidget::keyPressEvent(event);
    }
}

}  // namespace underpaint
