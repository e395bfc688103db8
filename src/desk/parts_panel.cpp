// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/parts_panel.h"

#include <QHeaderView>
#include <QMenu>
#include <QStackedWidget>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "desk/bar_slider.h"
#include "desk/greys.h"
#include "desk/look.h"
#include "desk/panel.h"
#include "desk/words.h"
#include "painting/changes.h"
#include "raster/polygon.h"

namespace underpaint {
namespace {

constexpr double kOutlineSoften = 1.2;  // pixels: an outline by hand is not sharper than a stroke

enum Column { kName, kStep, kArea, kFromTo, kPlan };

constexpr Parameter kPickWidth{
    "width", "Steps wide", "How much of the scale is taken round the value pointed at", 0.1F, 4,
    1,       Unit::steps};
constexpr Parameter kPickSoft{"soft", "Soft ends", "Steps over which the pick fades out", 0, 1.5F,
                              0.3F,   Unit::steps};
constexpr Parameter kPickTolerance{
    "tolerance", "Tolerance", "Steps off the value pointed at that still belong", 0.05F, 3,
    0.6F,        Unit::steps};
constexpr Parameter kPickGap{
    "gap", "Close gaps", "Pixels: narrower passages are not gone through", 0, 40, 0, Unit::pixels};

/// As high as its rows, so that what follows stands right under them; less where there is no room.
class PartsTable : public QTreeWidget {
public:
    QSize sizeHint() const override { return {scaled(400), height_of(topLevelItemCount())}; }
    QSize minimumSizeHint() const override {
        return {scaled(200), height_of(std::min(topLevelItemCount(), kLeastRows))};
    }

private:
    static constexpr int kLeastRows = 4, kMostRows = 8;
    int height_of(int rows) const {
        return header()->sizeHint().height() + std::clamp(rows, 1, kMostRows) * scaled(30) +
               scaled(2);
    }
};

QString share_in_words(double share) {
    return QString::number(100 * share, 'f', 100 * share < 9.95 ? 1 : 0) + QLatin1Char('%');
}

}  // namespace

PartsPanel::PartsPanel(Session& session, const ValuesMeter& values, Canvas& canvas, QWidget* parent)
    : QWidget(parent),
      session_(session),
      values_(values),
      canvas_(canvas),
      picker_(session),
      slivers_job_(this, Urgency::when_idle) {
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Maximum);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(table());
    auto* lower = new QVBoxLayout;
    lower->setContentsMargins(scaled(12), scaled(9), scaled(12), scaled(2));
    lower->setSpacing(scaled(7));
    lower->addWidget(make_row());
    lower->addWidget(tool_settings());
    lower->addWidget(chosen_row());
    lower->addWidget(sliver_row());
    column->addLayout(lower);

    connect(&session_, &Session::painting_changed, this, &PartsPanel::refresh);
    connect(&values_, &ValuesMeter::changed, this, &PartsPanel::refresh_figures);
    connect(&session_, &Session::scale_changed, this, &PartsPanel::refresh_figures);
    connect(&canvas_, &Canvas::tool_changed, this, [this] {
        if (canvas_.tool() != Canvas::Tool::pick) picker_.forget();
        refresh_tools();
    });
    connect(&canvas_, &Canvas::outlined, this, [this](const std::vector<Point>& points) {
        picker_.add(tr("Outline a part"),
                    outline_mask(session_.painting().size(), points, kOutlineSoften), target());
    });
    connect(&canvas_, &Canvas::picked, this, &PartsPanel::pick);
    connect(&canvas_, &Canvas::shown_only_changed, this, [this] {
        if (!canvas_.shown_only()) show_slivers_->setChecked(false);
    });
    connect(&picker_, &PartPicker::made, this, &PartsPanel::choose);
    connect(&picker_, &PartPicker::busy_changed, this, &PartsPanel::refresh_tools);
    refresh();
}

QWidget* PartsPanel::table() {
    parts_ = new PartsTable;
    parts_->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Maximum);
    parts_->setObjectName(QStringLiteral("parts"));
    parts_->setAccessibleName(tr("Parts"));
    parts_->setHeaderLabels({tr("Parts"), tr("Step"), tr("Area"), tr("From–to"), tr("Plan")});
    parts_->headerItem()->setToolTip(
        kPlan, tr("The step you mean the part to have; double click to set or clear it"));
    parts_->setRootIsDecorated(false);
    parts_->setIndentation(scaled(4));
    parts_->setIconSize({scaled(11), scaled(11)});
    parts_->setEditTriggers(QAbstractItemView::EditKeyPressed);
    parts_->setFrameShape(QFrame::NoFrame);
    parts_->header()->setStretchLastSection(false);
    parts_->header()->setMinimumSectionSize(scaled(30));
    parts_->header()->setSectionResizeMode(kName, QHeaderView::Stretch);
    for (const auto& [column, width] : {std::pair(kStep, 48), std::pair(kArea, 54),
                                        std::pair(kFromTo, 82), std::pair(kPlan, 52)}) {
        parts_->header()->setSectionResizeMode(column, QHeaderView::Fixed);
        parts_->header()->resizeSection(column, scaled(width));
        parts_->headerItem()->setTextAlignment(column, Qt::AlignRight | Qt::AlignVCenter);
    }
    parts_->setStyleSheet(
        QStringLiteral("QTreeWidget::item { height: %1px; border-bottom: 1px solid %2; }"
                       "QTreeWidget::item:selected { background: %3; color: %4; }")
            .arg(scaled(29))
            .arg(greys().rule.name(), greys().chosen.name(), greys().strong.name()));
    // It is told of another column of the same row as well.
    connect(parts_, &QTreeWidget::currentItemChanged, this,
            [this](QTreeWidgetItem* now, QTreeWidgetItem* before) {
                newly_chosen_ = newly_chosen_ || now != before;
                refresh_tools();
            });
    connect(parts_, &QTreeWidget::itemClicked, this, &PartsPanel::toggle_alone);
    connect(parts_, &QTreeWidget::itemDoubleClicked, this,
            [this](QTreeWidgetItem* item, int column) {
                if (column == kName || column == kPlan) parts_->editItem(item, column);
            });
    connect(parts_, &QTreeWidget::itemChanged, this, &PartsPanel::edited);
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(scaled(8), 0, scaled(12), 0);
    row->addWidget(parts_);
    return box;
}

QWidget* PartsPanel::make_row() {
    outline_ = action_button(
        "outline", tr("Outline a part"),
        tr("Click from point to point, or draw around it; Enter or a double click closes the "
           "outline, Backspace takes a point back, Escape gives it up"));
    by_value_ = action_button("pick_by_value", tr("Pick by value"),
                              tr("Click on a value: everything near it becomes the part"));
    touching_ = action_button(
        "pick_touching", tr("Pick touching"),
        tr("Click into an area: what is alike and hangs together with it becomes the part"));
    for (QPushButton* button : {outline_, by_value_, touching_}) button->setCheckable(true);
    target_ = choice_button("part_target", {},
                            tr("Whether it becomes a part of its own or changes the chosen one"));
    targets_ = new QMenu(this);
    target_->setMenu(targets_);
    connect(targets_, &QMenu::aboutToShow, this, &PartsPanel::fill_targets);
    const auto take_up = [this](Canvas::Tool tool, PickKind kind) {
        return [this, tool, kind](bool on) {
            picker_.forget();
            canvas_.put_down();
            kind_ = kind;
            if (on) canvas_.take_up(tool);
            refresh_tools();
        };
    };
    connect(outline_, &QPushButton::clicked, this,
            take_up(Canvas::Tool::outline, PickKind::by_value));
    connect(by_value_, &QPushButton::clicked, this,
            take_up(Canvas::Tool::pick, PickKind::by_value));
    connect(touching_, &QPushButton::clicked, this,
            take_up(Canvas::Tool::pick, PickKind::touching));
    auto* box = new QWidget;
    auto* row = button_row({outline_, by_value_, touching_});
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(target_);
    box->setLayout(row);
    return box;
}

BarSlider* PartsPanel::setting(const Parameter& parameter, double PickSettings::*member) {
    auto* slider = new BarSlider(parameter);
    slider->setObjectName(QStringLiteral("pick_") + from_view(parameter.id));
    connect(slider, &BarSlider::moved, this, [this, member](float value) {
        PickSettings settings = picker_.settings();
        settings.*member = value;
        picker_.set_settings(settings);
    });
    return slider;
}

QWidget* PartsPanel::tool_settings() {
    const auto pair_of = [](QWidget* left, QWidget* right) {
        auto* box = new QWidget;
        auto* row = new QHBoxLayout(box);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(scaled(16));
        row->addWidget(left, 1);
        row->addWidget(right, 1);
        return box;
    };
    sliders_ = new QStackedWidget;
    sliders_->addWidget(pair_of(setting(kPickWidth, &PickSettings::width),
                                setting(kPickSoft, &PickSettings::soft)));
    sliders_->addWidget(pair_of(setting(kPickTolerance, &PickSettings::tolerance),
                                setting(kPickGap, &PickSettings::gap)));
    hint_ = hint_label();
    settings_ = new QWidget;
    auto* column = new QVBoxLayout(settings_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(4));
    column->addWidget(hint_);
    column->addWidget(sliders_);
    return settings_;
}

QWidget* PartsPanel::chosen_row() {
    soften_ = choice_button("soften_part", tr("Soften ▾"), tr("Blur the part's border"));
    snap_ =
        choice_button("snap_part", tr("Snap to edges ▾"),
                      tr("Move the part's border on to edges of the values that are near enough"));
    auto* sigmas = new QMenu(this);
    for (const int sigma : {1, 2, 4, 8, 16, 32})
        connect(sigmas->addAction(tr("by %1 px").arg(sigma)), &QAction::triggered, this,
                [this, sigma] { picker_.soften(*chosen(), sigma); });
    soften_->setMenu(sigmas);
    auto* reaches = new QMenu(this);
    for (const int reach : {4, 8, 16, 32})
        connect(reaches->addAction(tr("within %1 px").arg(reach)), &QAction::triggered, this,
                [this, reach] { picker_.snap(*chosen(), reach); });
    snap_->setMenu(reaches);
    hide_ = action_button("hide_part", tr("Hide"),
                          tr("Put the part out of the way: it is kept, and passes still land on "
                             "it, but it is not compared with the plan"));
    hide_->setCheckable(true);
    up_ = action_button("part_up", QStringLiteral("↑"), tr("Move the part up in the list"));
    down_ = action_button("part_down", QStringLiteral("↓"), tr("Move the part down in the list"));
    up_->setAccessibleName(tr("Move up"));
    down_->setAccessibleName(tr("Move down"));
    remove_ = action_button("remove_part", tr("Remove"),
                            tr("Remove the chosen part. One that a pass lands on can't be "
                               "removed"));
    connect(hide_, &QPushButton::clicked, this, [this](bool on) {
        session_.change(on ? tr("Hide a part") : tr("Show a part"),
                        with_part_hidden(session_.painting(), *chosen(), on));
    });
    connect(up_, &QPushButton::clicked, this, [this] { move_chosen(-1); });
    connect(down_, &QPushButton::clicked, this, [this] { move_chosen(1); });
    connect(remove_, &QPushButton::clicked, this, [this] {
        const PartId part = *chosen();
        canvas_.show_only(nullptr);
        session_.change(tr("Remove a part"), without_part(session_.painting(), part));
    });
    chosen_row_ = new QWidget;
    auto* row = button_row({soften_, snap_, hide_, up_, down_, remove_});
    row->setContentsMargins(0, 0, 0, 0);
    chosen_row_->setLayout(row);
    return chosen_row_;
}

QWidget* PartsPanel::sliver_row() {
    sliver_text_ = hint_label();
    show_slivers_ =
        action_button("show_slivers", tr("Show"), tr("Only the slivers, the rest dimmed"));
    show_slivers_->setCheckable(true);
    auto* give = action_button("give_slivers", tr("Give to neighbours"),
                               tr("Each sliver goes to the part that most of its border touches"));
    connect(show_slivers_, &QPushButton::clicked, this, &PartsPanel::show_slivers);
    connect(give, &QPushButton::clicked, this, [this] {
        canvas_.show_only(nullptr);
        session_.change(tr("Give slivers to their neighbours"),
                        with_slivers_given(session_.painting(), slivers_));
    });
    sliver_row_ = new QWidget;
    auto* row = new QHBoxLayout(sliver_row_);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(8));
    row->addWidget(sliver_text_, 1);
    row->addWidget(show_slivers_);
    row->addWidget(give);
    return sliver_row_;
}

std::optional<PartId> PartsPanel::chosen() const {
    const auto* item = parts_->currentItem();
    if (item == nullptr || !session_.has_painting()) return std::nullopt;
    const PartId id = item->data(kName, Qt::UserRole).toInt();
    return session_.painting().part(id) != nullptr ? std::optional(id) : std::nullopt;
}

PartTarget PartsPanel::target() const {
    const auto part = chosen();
    if (!part || how_ == Combine::replace) return {};
    return {how_, part};
}

void PartsPanel::fill_targets() {
    targets_->clear();
    const auto part = chosen();
    const auto add = [&](Combine how, const QString& label) {
        QAction* action = targets_->addAction(label);
        action->setEnabled(how == Combine::replace || part);
        connect(action, &QAction::triggered, this, [this, how] {
            how_ = how;
            refresh_tools();
        });
    };
    const QString name = part ? QString::fromStdString(session_.painting().part(*part)->name)
                              : tr("the chosen part");
    add(Combine::replace, tr("as a new part"));
    add(Combine::add, tr("add to %1").arg(name));
    add(Combine::take_away, tr("take away from %1").arg(name));
    add(Combine::intersect, tr("keep of %1 only what is in both").arg(name));
}

void PartsPanel::refresh() {
    const bool any = session_.has_painting();
    for (QPushButton* button : {outline_, by_value_, touching_, target_}) button->setEnabled(any);
    refresh_rows();
    refresh_figures();
    refresh_tools();
    look_for_slivers();
}

void PartsPanel::refresh_rows() {
    const std::vector<Part> parts =
        session_.has_painting() ? session_.painting().parts : std::vector<Part>();
    if (parts == listed_ && parts_->topLevelItemCount() == static_cast<int>(parts.size())) return;
    const auto was = chosen();
    listed_ = parts;
    const QSignalBlocker quiet(parts_);
    while (parts_->topLevelItemCount() > static_cast<int>(parts.size()))
        delete parts_->takeTopLevelItem(parts_->topLevelItemCount() - 1);
    QTreeWidgetItem* again = nullptr;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        QTreeWidgetItem* item = parts_->topLevelItem(static_cast<int>(i));
        if (item == nullptr) {
            item = new QTreeWidgetItem(parts_);
            item->setFlags(item->flags() | Qt::ItemIsEditable);
            for (const int column : {kStep, kArea, kFromTo, kPlan}) {
                item->setTextAlignment(column, Qt::AlignRight | Qt::AlignVCenter);
                item->setFont(column, figure_font());
            }
        }
        const bool hidden = parts[i].hidden;
        item->setText(kName, QString::fromStdString(parts[i].name));
        item->setData(kName, Qt::UserRole, parts[i].id);
        item->setForeground(kName, hidden ? greys().secondary : greys().text);
        item->setToolTip(kName, hidden ? tr("Hidden") : QString());
        for (const int column : {kStep, kArea, kFromTo, kPlan}) {
            const bool strong = column == kStep || column == kPlan;
            item->setForeground(column, strong && !hidden ? greys().strong : greys().secondary);
            item->setText(column, {});
        }
        if (was == parts[i].id) again = item;
    }
    parts_->setCurrentItem(again);
    if (again == nullptr && was) canvas_.show_only(nullptr);
    parts_->updateGeometry();
}

/// The figures that are there, of those parts that they were measured of.
void PartsPanel::refresh_figures() {
    if (!session_.has_painting()) return;
    const QSignalBlocker quiet(parts_);
    const auto figures = values_.figures();
    const auto& planned = session_.painting().plan.steps;
    for (int row = 0; row < parts_->topLevelItemCount(); ++row) {
        QTreeWidgetItem* item = parts_->topLevelItem(row);
        const PartId id = item->data(kName, Qt::UserRole).toInt();
        const auto plan = planned.find(id);
        item->setText(kPlan, plan == planned.end() ? QStringLiteral("–")
                                                   : step_in_words(session_.said(plan->second)));
        if (!figures) continue;
        const auto is = std::ranges::find(figures->parts, id, &PartFigures::part);
        if (is == figures->parts.end()) continue;
        const auto& steps = is->steps;
        item->setText(kArea, share_in_words(is->share));
        item->setText(kStep, steps ? QString::number(session_.said(steps->mean), 'f', 1)
                                   : QStringLiteral("–"));
        item->setText(kFromTo, steps ? QStringLiteral("%1–%2")
                                           .arg(session_.said(steps->from), 0, 'f', 1)
                                           .arg(session_.said(steps->to), 0, 'f', 1)
                                     : tr("no pixels"));
        item->setIcon(kName, steps ? value_swatch(steps->mean) : QIcon());
    }
}

void PartsPanel::refresh_tools() {
    const Canvas::Tool tool = canvas_.tool();
    const bool picking = tool == Canvas::Tool::pick;
    outline_->setChecked(tool == Canvas::Tool::outline);
    by_value_->setChecked(picking && kind_ == PickKind::by_value);
    touching_->setChecked(picking && kind_ == PickKind::touching);
    const auto part = chosen();
    if (!part) how_ = Combine::replace;
    const QString targets[] = {tr("new part"), tr("add"), tr("take away"), tr("in both")};
    target_->setText(targets[static_cast<int>(how_)] + QStringLiteral(" ▾"));

    settings_->setVisible(tool == Canvas::Tool::outline || picking);
    sliders_->setVisible(picking);
    sliders_->setCurrentIndex(kind_ == PickKind::by_value ? 0 : 1);
    if (tool == Canvas::Tool::outline)
        hint_->setText(
            tr("Click from point to point around the part, or draw around it in one go. Enter "
               "closes it, Backspace takes a point back, Escape gives it up."));
    else if (picker_.busy())
        hint_->setText(tr("Picking…"));
    else if (kind_ == PickKind::by_value)
        hint_->setText(
            tr("Click on a value of the picture. Then say how much around it; Escape "
               "when it is right."));
    else
        hint_->setText(
            tr("Click into an area of the picture. Then say how far off a value may be; "
               "Escape when it is right."));

    chosen_row_->setVisible(part.has_value());
    emit chosen_changed(part);
    if (!part) return;
    const Painting& painting = session_.painting();
    const auto place = std::ranges::find(painting.parts, *part, &Part::id);
    hide_->setChecked(place->hidden);
    hide_->setText(place->hidden ? tr("Hidden") : tr("Hide"));
    up_->setEnabled(place != painting.parts.begin());
    down_->setEnabled(std::next(place) != painting.parts.end());
    remove_->setEnabled(!part_in_use(painting, *part));
}

void PartsPanel::choose(PartId part) {
    for (int row = 0; row < parts_->topLevelItemCount(); ++row)
        if (QTreeWidgetItem* item = parts_->topLevelItem(row);
            item->data(kName, Qt::UserRole).toInt() == part) {
            parts_->setCurrentItem(item);
            parts_->scrollToItem(item);
            newly_chosen_ = false;
        }
    canvas_.show_only(session_.painting().part(part)->mask);
    refresh_tools();
}

/// A click shows a part alone; another on the same shows everything again.
void PartsPanel::toggle_alone() {
    const auto part = chosen();
    if (!part) return;
    const SharedPicture& mask = session_.painting().part(*part)->mask;
    const bool again = !std::exchange(newly_chosen_, false) && canvas_.shown_only() == mask;
    canvas_.show_only(again ? nullptr : mask);
    if (again) parts_->setCurrentItem(nullptr);
}

void PartsPanel::edited(QTreeWidgetItem* item, int column) {
    const PartId part = item->data(kName, Qt::UserRole).toInt();
    if (column == kName)
        session_.change(tr("Rename a part"), with_part_renamed(session_.painting(), part,
                                                               item->text(kName).toStdString()));
    if (column == kPlan) plan_step(part, item->text(kPlan));
}

/// What is no number clears the plan.
void PartsPanel::plan_step(PartId part, const QString& text) {
    Plan plan = session_.painting().plan;
    bool number = false;
    const double step = step_from_words(text, &number);
    if (number)
        plan.steps[part] = from_scale(step, session_.scale());
    else
        plan.steps.erase(part);
    session_.change(number ? tr("Plan a part's step") : tr("Clear a part's step"),
                    with_plan(session_.painting(), std::move(plan)));
    refresh_figures();
}

void PartsPanel::pick(QPointF picture) {
    picker_.pick(kind_, picture, target());
}

void PartsPanel::move_chosen(int by) {
    const auto& parts = session_.painting().parts;
    const auto place = std::ranges::find(parts, *chosen(), &Part::id) - parts.begin();
    session_.change(tr("Reorder parts"),
                    with_part_moved(session_.painting(), static_cast<std::size_t>(place),
                                    static_cast<std::size_t>(place + by)));
}

// --- slivers

void PartsPanel::look_for_slivers() {
    std::vector<SharedPicture> masks;
    if (session_.has_painting())
        for (const Part& part : session_.painting().parts)
            if (!part.hidden) masks.push_back(part.mask);
    if (masks == searched_) return;
    searched_ = std::move(masks);
    slivers_ = {};
    show_slivers(false);
    sliver_row_->hide();
    slivers_job_.stop();
    if (searched_.empty()) return;
    slivers_job_.start([this, painting = session_.painting()](const std::stop_token& stop,
                                                              const auto& deliver) {
        deliver([this, found = find_slivers(painting, stop)] {
            slivers_ = found;
            sliver_row_->setVisible(!found.empty());
            const std::size_t count = found.slivers.size();
            sliver_text_->setText(
                (count == 1 ? tr("1 uncovered sliver") : tr("%1 uncovered slivers").arg(count)) +
                (found.share < 0.0005 ? tr(", < 0.1%")
                                      : tr(", %1").arg(share_in_words(found.share))));
        });
    });
}

void PartsPanel::show_slivers(bool on) {
    show_slivers_->setChecked(on);
    if (on)
        canvas_.show_only(share(mask_of(slivers_, session_.painting().size())));
    else if (!chosen())
        canvas_.show_only(nullptr);
}

}  // namespace underpaint
