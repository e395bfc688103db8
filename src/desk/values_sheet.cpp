// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values_sheet.h"

#include <QHeaderView>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "audit/part_table.h"
#include "audit/shapes.h"
#include "colour/reader.h"
#include "desk/edge_bars.h"
#include "desk/greys.h"
#include "desk/ledger_model.h"
#include "desk/look.h"
#include "desk/shape_bar.h"
#include "desk/words.h"
#include "painting/changes.h"
#include "raster/polygon.h"

namespace underpaint {
namespace {

constexpr double kOutlineSoften = 1.2;  // pixels: an outline by hand is not sharper than a stroke

enum Column { kName, kStep, kArea, kFromTo };

/// A square of the part's mean value.
QIcon swatch_of(double step) {
    const int level = qRound(255 * encoded_grey_of(lightness_of_step(static_cast<float>(step))));
    QPixmap square(scaled(11), scaled(11));
    square.fill(greys().secondary);
    QPainter painter(&square);
    painter.fillRect(square.rect().adjusted(1, 1, -1, -1), QColor(level, level, level));
    return square;
}

}  // namespace

ValuesSheet::ValuesSheet(Session& session, const Measuring& measuring, Canvas& canvas,
                         std::function<std::string()> day, QWidget* parent)
    : QWidget(parent),
      session_(session),
      measuring_(measuring),
      canvas_(canvas),
      day_(std::move(day)),
      job_(this, Urgency::when_idle) {
    build();
    connect(&session_, &Session::painting_changed, this, &ValuesSheet::refresh);
    connect(&session_, &Session::reader_changed, this, &ValuesSheet::measure_parts);
    connect(&canvas_, &Canvas::outlined, this, &ValuesSheet::add_part);
    connect(&canvas_, &Canvas::lens_changed, this, [this] {
        if (const auto count = shapes_of(canvas_.lens())) shapes_->set_shapes(*count);
    });
    connect(&canvas_, &Canvas::outlining_changed, this, &ValuesSheet::refresh);
    refresh();
}

void ValuesSheet::build() {
    parts_ = new QTreeWidget;
    parts_->setObjectName(QStringLiteral("parts"));
    parts_->setAccessibleName(tr("Parts"));
    parts_->setHeaderLabels({tr("Parts"), tr("Step"), tr("Area"), tr("From–to")});
    parts_->setRootIsDecorated(false);
    parts_->setIndentation(scaled(4));
    parts_->setIconSize({scaled(11), scaled(11)});
    parts_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed);
    parts_->setFrameShape(QFrame::NoFrame);
    parts_->header()->setStretchLastSection(false);
    parts_->header()->setSectionResizeMode(kName, QHeaderView::Stretch);
    for (const auto& [column, width] :
         {std::pair(kStep, 58), std::pair(kArea, 58), std::pair(kFromTo, 92)}) {
        parts_->header()->setSectionResizeMode(column, QHeaderView::Fixed);
        parts_->header()->resizeSection(column, scaled(width));
        parts_->headerItem()->setTextAlignment(column, Qt::AlignRight | Qt::AlignVCenter);
    }
    parts_->setStyleSheet(
        QStringLiteral("QTreeWidget::item { height: %1px; border-bottom: 1px solid %2; }"
                       "QTreeWidget::item:selected { background: %3; color: %4; }")
            .arg(scaled(29))
            .arg(greys().rule.name(), greys().chosen.name(), greys().strong.name()));

    outline_ = new QPushButton(tr("Outline a part"));
    outline_->setObjectName(QStringLiteral("outline"));
    outline_->setCheckable(true);
    outline_->setToolTip(
        tr("Click from point to point, or draw around it; Enter or a double click closes "
           "the outline, Backspace takes a point back, Escape gives it up"));
    place_focus_ = new QPushButton(tr("Place a focus"));
    place_focus_->setObjectName(QStringLiteral("place_focus"));
    place_focus_->setToolTip(
        tr("Press where the eye should go and drag to size it. A focus is moved by its middle and "
           "sized by its rim; Delete removes it. The first one leads"));
    connect(place_focus_, &QPushButton::clicked, &canvas_, &Canvas::begin_placing_focus);
    connect(&canvas_, &Canvas::placing_changed, this, &ValuesSheet::refresh);
    remove_ = new QPushButton(tr("Remove"));
    remove_->setObjectName(QStringLiteral("remove_part"));
    remove_->setToolTip(tr("Remove the chosen part. One that a pass lands on can't be removed"));
    shapes_ = new ShapeBar(session_, measuring_);
    best_splits_ = new QPushButton(tr("Best splits"));
    best_splits_->setObjectName(QStringLiteral("best_splits"));
    best_splits_->setToolTip(
        tr("Put the splits where the values part most clearly by themselves (Otsu's criterion)"));
    connect(best_splits_, &QPushButton::clicked, this, &ValuesSheet::take_best_splits);
    hint_ = new QLabel;
    hint_->setProperty("tone", "secondary");
    hint_->setWordWrap(true);
    main_ = new QPushButton;
    main_->setObjectName(QStringLiteral("seal"));
    main_->setProperty("role", "main");

    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(scaled(10));
    buttons->addWidget(outline_);
    buttons->addWidget(place_focus_);
    buttons->addWidget(remove_);
    buttons->addStretch(1);
    auto* lower = new QVBoxLayout;
    lower->setContentsMargins(scaled(12), scaled(10), scaled(12), scaled(12));
    lower->setSpacing(scaled(10));
    lower->addLayout(buttons);
    lower->addWidget(hint_);
    lower->addSpacing(scaled(6));
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(tr("Shapes"));
    title->setFont(body_font(true));
    head->addWidget(title);
    head->addStretch(1);
    head->addWidget(best_splits_);
    lower->addLayout(head);
    lower->addWidget(shapes_);
    lower->addSpacing(scaled(6));
    auto* edges = new QLabel(tr("Edges"));
    edges->setFont(body_font(true));
    lower->addWidget(edges);
    lower->addWidget(new EdgeBars(canvas_.edge_meter()));
    lower->addStretch(1);
    lower->addWidget(main_);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* table = new QHBoxLayout;
    table->setContentsMargins(scaled(8), 0, scaled(12), 0);
    table->addWidget(parts_);
    column->addLayout(table);
    column->addLayout(lower, 1);

    connect(outline_, &QPushButton::clicked, this,
            [this](bool on) { on ? canvas_.begin_outline() : canvas_.cancel_outline(); });
    connect(remove_, &QPushButton::clicked, this, &ValuesSheet::remove_part);
    connect(main_, &QPushButton::clicked, this, &ValuesSheet::main_action);
    connect(parts_, &QTreeWidget::currentItemChanged, this, [this] {
        const auto* item = parts_->currentItem();
        remove_->setEnabled(
            item != nullptr &&
            !part_in_use(session_.painting(), item->data(kName, Qt::UserRole).toInt()));
    });
    connect(parts_, &QTreeWidget::itemChanged, this,
            [this](const QTreeWidgetItem* item, int column_at) {
                if (column_at != kName) return;
                session_.change(
                    tr("Rename a part"),
                    with_part_renamed(session_.painting(), item->data(kName, Qt::UserRole).toInt(),
                                      item->text(kName).toStdString()));
            });
}

void ValuesSheet::refresh() {
    const bool any = session_.has_painting();
    const bool sealed = any && session_.painting().sealed();
    outline_->setEnabled(any);
    best_splits_->setEnabled(any);
    place_focus_->setEnabled(any && session_.painting().plan.foci.size() < FocusTool::kMostFoci);
    outline_->setChecked(canvas_.outlining());
    main_->setEnabled(any);
    main_->setText(sealed ? tr("Go on to passes") : tr("Seal the underpaint"));
    main_->setToolTip(
        sealed ? tr("Lay colour over the sealed greys")
               : tr("Freeze these values; every pass is compared with them from then on"));
    if (!any)
        hint_->clear();
    else if (canvas_.outlining())
        hint_->setText(
            tr("Click from point to point around the part, or draw around it in one go. Enter "
               "closes it, Backspace takes a point back, Escape gives it up."));
    else if (canvas_.placing_focus())
        hint_->setText(
            tr("Press on the picture where the eye should go, and drag to size the "
               "focus. Escape gives it up."));
    else if (sealed)
        hint_->setText(tr("Sealed on %1 as seal %2.")
                           .arg(short_date(session_.painting().seal().date))
                           .arg(session_.painting().seal().number));
    else if (session_.painting().parts.empty())
        hint_->setText(
            tr("No parts yet. A pass can land on a part, on a stretch of the scale, or on "
               "both; outline what you will colour by itself."));
    else
        hint_->setText(tr("Double click a name to change it."));
    measure_parts();
}

void ValuesSheet::take_best_splits() {
    if (!session_.has_painting() || !measuring_.audit()) return;
    const ShapeCount count = shapes_->shapes();
    session_.change(tr("Best splits"),
                    with_splits(session_.painting(), count,
                                best_splits(measuring_.audit()->ground.steps, count)));
}

void ValuesSheet::measure_parts() {
    remove_->setEnabled(false);
    if (!session_.has_painting()) {
        measured_.reset();
        parts_->clear();
        fit_table();
        return;
    }
    // A pass changes nothing here.
    Measured now{session_.painting().ground(), session_.painting().parts, session_.reader()};
    if (measured_ == now) return;
    measured_ = std::move(now);
    const QSignalBlocker quiet(parts_);
    const auto& parts = session_.painting().parts;
    while (parts_->topLevelItemCount() > static_cast<int>(parts.size()))
        delete parts_->takeTopLevelItem(parts_->topLevelItemCount() - 1);
    for (std::size_t i = 0; i < parts.size(); ++i) {
        QTreeWidgetItem* item = parts_->topLevelItem(static_cast<int>(i));
        if (item == nullptr) {
            item = new QTreeWidgetItem(parts_);
            item->setFlags(item->flags() | Qt::ItemIsEditable);
            for (const int column : {kStep, kArea, kFromTo}) {
                item->setTextAlignment(column, Qt::AlignRight | Qt::AlignVCenter);
                item->setFont(column, figure_font());
                item->setForeground(column, column == kStep ? greys().strong : greys().secondary);
            }
        }
        item->setText(kName, QString::fromStdString(parts[i].name));
        item->setData(kName, Qt::UserRole, parts[i].id);
    }
    parts_->setCurrentItem(nullptr);
    fit_table();

    job_.start([this, painting = session_.painting(), reader = session_.reader()](
                   const std::stop_token& stop, const auto& deliver) {
        const auto figures = underpaint::measure_parts(painting, reader, stop);
        if (!figures) return;
        deliver([this, figures = *figures] {
            const QSignalBlocker still_quiet(parts_);
            for (std::size_t i = 0; i < figures.size(); ++i) {
                QTreeWidgetItem* item = parts_->topLevelItem(static_cast<int>(i));
                if (item == nullptr) return;
                const auto& steps = figures[i].steps;
                const double share = 100 * figures[i].share;
                item->setText(kArea,
                              QString::number(share, 'f', share < 9.95 ? 1 : 0) + QLatin1Char('%'));
                item->setText(kStep,
                              steps ? QString::number(steps->mean, 'f', 1) : QStringLiteral("–"));
                item->setText(kFromTo, steps ? QStringLiteral("%1–%2")
                                                   .arg(steps->from, 0, 'f', 1)
                                                   .arg(steps->to, 0, 'f', 1)
                                             : tr("no pixels"));
                if (steps) item->setIcon(kName, swatch_of(steps->mean));
            }
        });
    });
}

/// As high as its rows, so that the buttons stand right under them; beyond that it scrolls.
void ValuesSheet::fit_table() {
    constexpr int most_rows = 15;
    const int rows = std::min(most_rows, parts_->topLevelItemCount());
    parts_->setFixedHeight(parts_->header()->sizeHint().height() + rows * scaled(30) + scaled(2));
}

void ValuesSheet::add_part(const std::vector<Point>& points) {
    const Painting& painting = session_.painting();
    auto mask = share(outline_mask(painting.size(), points, kOutlineSoften));
    const auto name = tr("Part %1").arg(painting.parts.size() + 1);
    session_.change(tr("Outline a part"), with_part(painting, name.toStdString(), std::move(mask)));
}

void ValuesSheet::remove_part() {
    const auto* item = parts_->currentItem();
    if (item == nullptr) return;
    const PartId id = item->data(kName, Qt::UserRole).toInt();
    if (!part_in_use(session_.painting(), id))
        session_.change(tr("Remove a part"), without_part(session_.painting(), id));
}

void ValuesSheet::main_action() {
    if (session_.painting().sealed()) return emit wants_passes();
    session_.change(tr("Seal the underpaint"), with_seal(session_.painting(), day_()));
}

}  // namespace underpaint
