// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/plan_page.h"

#include <QPainter>

#include "audit/measures.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "palette/mother.h"

namespace underpaint {
namespace {

/// What a plan is judged by, in this order. Values are kept by the way it is laid.
constexpr std::array kPlanMeasures{&kValueMeasure,  &kSwingMeasure,     &kSharedLightMeasure,
                                   &kAccentMeasure, &kIntensityMeasure, &kGreyShadowsMeasure};

}  // namespace

PlanPage::PlanPage(const Session& session, const PaletteMeter& meter, const Measuring& passes,
                   QWidget* parent)
    : QWidget(parent), session_(session), meter_(meter), passes_(passes) {
    setObjectName(QStringLiteral("plan_page"));
    setAccessibleName(tr("The picture as it would be"));
    connect(&meter_, &PaletteMeter::outcome_changed, this, &PlanPage::refresh);
    connect(&passes_, &Measuring::figures_changed, this, &PlanPage::refresh);
    connect(&session_.document, &Document::begun, this, [this] {
        image_ = {};
        rows_.clear();
        update();
    });
}

void PlanPage::refresh() {
    rows_.clear();
    image_ = {};
    const PlanOutcome* outcome = meter_.outcome();
    if (outcome != nullptr && outcome->passes > 0 && !outcome->audit.passes.empty()) {
        image_ = image_of(outcome->picture);
        const PassAudit& state = outcome->audit.passes.back();
        const auto& audit = passes_.audit();
        const PassAudit* now = audit && !audit->passes.empty() ? &audit->passes.back() : nullptr;
        for (const MeasureRecord* measure : kPlanMeasures) {
            const auto words = measure->words(state);
            if (!words) continue;
            const auto is = now != nullptr ? measure->words(*now) : std::nullopt;
            rows_.push_back({from_view(measure->label), QString::fromStdString(words->now),
                             is ? QString::fromStdString(is->now) : QString(),
                             measure->judged ? std::optional(words->verdict) : std::nullopt});
        }
        const Painting& painting = session_.document.painting();
        if (const auto& wanted = painting.brief.mother) {
            const double share = share_of_mother(outcome->mean, wanted->colour);
            rows_.push_back({tr("Share of %1").arg(shown(wanted->name)),
                             QStringLiteral("%1%").arg(100 * share, 0, 'f', 0),
                             {},
                             share >= wanted->share ? Verdict::held : Verdict::slipping});
        }
        for (const PartColours& part : state.colours) {
            const Part* named = painting.part(part.part);
            if (named == nullptr || !part.has_both()) continue;
            QString measured;
            if (now != nullptr)
                for (const PartColours& other : now->colours)
                    if (other.part == part.part && other.has_both())
                        measured = signed_figure(other.swing(), 1);
            rows_.push_back({tr("Swing of %1").arg(shown(named->name)),
                             signed_figure(part.swing(), 1), measured, std::nullopt});
        }
    }
    QStringList said;
    for (const Row& row : rows_)
        said << QStringLiteral("%1 %2 %3")
                    .arg(row.label, row.planned, row.verdict ? word_of(*row.verdict) : QString());
    setAccessibleDescription(said.join(QStringLiteral("; ")));
    update();
}

void PlanPage::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHints(QPainter::SmoothPixmapTransform | QPainter::Antialiasing);
    if (image_.isNull()) {
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(rect(), Qt::AlignCenter,
                         tr("Plan some colours; the picture as it would be is shown here."));
        return;
    }
    const int column = std::min(scaled(290), width() / 2), space = scaled(16);
    const QSize size =
        image_.size().scaled(width() - column - space, height(), Qt::KeepAspectRatio);
    painter.drawImage(QRect(QPoint(0, (height() - size.height()) / 2), size), image_);
    const int left = size.width() + space, high = scaled(21);
    const int figure = scaled(58);
    const auto cell = [&](int from_right, int y) {
        return QRect(left + column - (from_right + 1) * figure, y, figure, high);
    };
    int y = std::max(0, (height() - static_cast<int>(rows_.size() + 1) * high) / 2);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    painter.drawText(cell(1, y), Qt::AlignRight | Qt::AlignVCenter, tr("planned"));
    painter.drawText(cell(0, y), Qt::AlignRight | Qt::AlignVCenter, tr("now"));
    for (const Row& row : rows_) {
        y += high;
        const double mark = scaled(9);
        if (row.verdict)
            draw_mark(painter, QRectF(left, y + (high - mark) / 2, mark, mark), *row.verdict,
                      greys().strong);
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        const QRect name(left + scaled(16), y, column - scaled(16) - 2 * figure, high);
        painter.drawText(name, Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(row.label, Qt::ElideRight, name.width()));
        painter.setFont(figure_font(12));
        painter.setPen(greys().text);
        painter.drawText(cell(1, y), Qt::AlignRight | Qt::AlignVCenter, row.planned);
        painter.setPen(greys().secondary);
        painter.drawText(cell(0, y), Qt::AlignRight | Qt::AlignVCenter, row.now);
    }
}

}  // namespace underpaint
