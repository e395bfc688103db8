// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/more_figures.h"

#include <QHelpEvent>
#include <QPainter>
#include <QToolTip>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

constexpr double kRow = 27, kHead = 34, kColumn = 68;

/// What stands in the ledger or under the ladder already.
bool stands_elsewhere(const MeasureRecord* measure) {
    return measure->column || measure == &kOrderMeasure || measure == &kRangeMeasure;
}

constexpr const char* kLeftForEyes = QT_TR_NOOP(
    "Percent that such eyes have left of the swing, of the strongest colour's lead and of what "
    "parts neighbouring parts");

const std::pair<const MeasureRecord*, const char*> kAbout[] = {
    {&kShapeMeasure,
     QT_TR_NOOP("Whether what stands light beside dark still does: 1 is all of it")},
    {&kAccentMeasure, QT_TR_NOOP("How much of the picture the strongest colour takes")},
    {&kIntensityMeasure,
     QT_TR_NOOP("The strongest colour in the focus over the strongest elsewhere")},
    {&kExtremesMeasure,
     QT_TR_NOOP("How much of the picture is pure black or white where it should not be")},
    {&kGreyShadowsMeasure, QT_TR_NOOP("Parts whose shadows were darkened with black only")},
    {&kStrokesMeasure,
     QT_TR_NOOP("Whether the pass's strokes run along the underpaint's: +1 along, -1 across")},
    {&kSharedLightMeasure,
     QT_TR_NOOP(
         "Whether all parts change colour the same way from shadow to light: 1 is the same")},
    {&kGapsMeasure, QT_TR_NOOP("Small places that no colour reaches")},
    {&kEdgesMeasure, QT_TR_NOOP("How many of the sealed edges in the focus are hard")},
    {&kBackgroundMeasure,
     QT_TR_NOOP("How much less contrast than the focus the strongest place elsewhere has")},
    {&kOppositesMeasure,
     QT_TR_NOOP("How long a border strong opposites meet along without greys between, as a share "
                "of the picture's long side")},
    {&kRedBlindMeasure, kLeftForEyes},
    {&kGreenBlindMeasure, kLeftForEyes},
    {&kBlueBlindMeasure, kLeftForEyes},
    {&kNoEffectMeasure, QT_TR_NOOP("How much of where the pass lands it leaves as it was")},
};

}  // namespace

MoreFigures::MoreFigures(const Session& session, const Measuring& measuring, QWidget* parent)
    : QWidget(parent), session_(session), measuring_(measuring) {
    setObjectName(QStringLiteral("more_figures"));
    set_accessible_role(*this, QAccessible::List);
    setAccessibleName(tr("What else the passes did"));
    const auto refresh = [this] {
        updateGeometry();
        describe();
        update();
    };
    connect(&measuring_, &Measuring::figures_changed, this, refresh);
    connect(&session_.outlook, &Outlook::moment_changed, this, refresh);
}

const PassAudit* MoreFigures::state() const {
    const auto& audit = measuring_.audit();
    if (!audit || !session_.document.has_painting()) return nullptr;
    const std::size_t moment = std::min(session_.outlook.moment(), audit->passes.size());
    return moment == 0 ? &audit->ground : &audit->passes[moment - 1];
}

std::vector<MoreFigures::Row> MoreFigures::rows() const {
    std::vector<Row> rows;
    const PassAudit* now = state();
    if (now == nullptr) return rows;
    const auto said = [](const std::optional<FigureWords>& words) {
        return words ? QString::fromStdString(words->now) : QStringLiteral("–");
    };
    const Audit& audit = *measuring_.audit();
    for (const MeasureRecord* measure : kMeasures) {
        if (measure->words == nullptr || stands_elsewhere(measure)) continue;
        const auto words = measure->words(*now), sealed = measure->words(audit.ground);
        // A row is kept if any state has a figure for it, so that rows do not jump from pass to
        // pass.
        const bool any =
            words || sealed || std::ranges::any_of(audit.passes, [&](const PassAudit& pass) {
                return measure->words(pass).has_value();
            });
        if (!any) continue;
        const bool judged = words && measure->judged && now->index > 0;
        rows.push_back({measure, said(sealed),
                        now->index > 1 ? said(measure->words(audit.before(*now))) : QString(),
                        now->index > 0 ? said(words) : QString(),
                        judged ? words->verdict : Verdict::open});
    }
    return rows;
}

QSize MoreFigures::sizeHint() const {
    return {scaled(320), scaled(kHead + kRow * static_cast<double>(rows().size()) + 8)};
}

/// The rows, for those who hear them.
void MoreFigures::describe() {
    QStringList lines;
    for (const Row& row : rows())
        lines.push_back(
            tr("%1: %2, sealed %3").arg(from_view(row.measure->label), row.now, row.sealed));
    setAccessibleDescription(lines.join(QStringLiteral("; ")));
}

void MoreFigures::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double left = scaled(12), right = width() - scaled(12), column = scaled(kColumn);
    painter.setFont(body_font(true));
    painter.setPen(greys().strong);
    const QRectF head(left, 0, right - left, scaled(kHead));
    painter.drawText(head, Qt::AlignLeft | Qt::AlignVCenter, tr("What else the passes did"));
    const PassAudit* now = state();
    if (now == nullptr) return;
    const auto cell = [&](double y, int from_right, double height) {
        return QRectF(right - (from_right + 1) * column, y, column, height);
    };
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const QString heads[] = {now->index > 0 ? tr("now") : QString(),
                             now->index > 1 ? tr("after %1").arg(now->index - 1) : QString(),
                             tr("sealed")};
    for (int i = 0; i < 3; ++i)
        painter.drawText(cell(0, i, scaled(kHead)), Qt::AlignRight | Qt::AlignVCenter, heads[i]);
    double y = scaled(kHead);
    for (const Row& row : rows()) {
        painter.fillRect(QRectF(left, y, right - left, 1), greys().rule);
        const double side = scaled(9), height = scaled(kRow);
        draw_mark(painter, QRectF(left, y + (height - side) / 2, side, side), row.verdict,
                  greys().strong);
        painter.setFont(body_font());
        painter.setPen(greys().text);
        const double text = left + side + scaled(9);
        painter.drawText(QRectF(text, y, right - 3 * column - text, height),
                         Qt::AlignLeft | Qt::AlignVCenter, from_view(row.measure->label));
        painter.setFont(figure_font(11, true));
        painter.setPen(measuring_.current() ? greys().strong : greys().secondary);
        painter.drawText(cell(y, 0, height), Qt::AlignRight | Qt::AlignVCenter, row.now);
        painter.setFont(figure_font());
        painter.setPen(greys().secondary);
        painter.drawText(cell(y, 1, height), Qt::AlignRight | Qt::AlignVCenter, row.before);
        painter.drawText(cell(y, 2, height), Qt::AlignRight | Qt::AlignVCenter, row.sealed);
        y += height;
    }
}

bool MoreFigures::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const auto all = rows();
        const auto index =
            static_cast<std::ptrdiff_t>((help->pos().y() - scaled(kHead)) / scaled(kRow));
        if (index >= 0 && index < std::ssize(all))
            for (const auto& [measure, about] : kAbout)
                if (measure == all[static_cast<std::size_t>(index)].measure)
                    QToolTip::showText(help->globalPos(), tr(about), this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace underpaint
