// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/parts_panel.h"

#include <QMenu>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desk/kit/bar_slider.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "painting/changes.h"
#include "raster/polygon.h"

namespace underpaint {
namespace {

// Pixels; an outline drawn by hand is no sharper than a stroke.
constexpr double kOutlineSoften = 1.2;

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

}  // namespace

PartsPanel::PartsPanel(Session& session, const ValuesMeter& values, Canvas& canvas, QWidget* parent)
    : QWidget(parent),
      session_(session),
      canvas_(canvas),
      picker_(session),
      slivers_job_(this, Urgency::beside, "slivers between parts") {
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Maximum);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    parts_ = new PartsTable(session_, values);
    auto* table = new QHBoxLayout;
    table->setContentsMargins(scaled(8), 0, scaled(12), 0);
    table->addWidget(parts_);
    column->addLayout(table);
    auto* lower = new QVBoxLayout;
    lower->setContentsMargins(scaled(12), scaled(9), scaled(12), scaled(2));
    lower->setSpacing(scaled(7));
    lower->addWidget(make_row());
    hint_ = hint_label();
    hint_->setAlignment(Qt::AlignTop);
    // Two lines, whatever the hint says.
    hint_->setMinimumHeight(2 * hint_->fontMetrics().lineSpacing());
    lower->addWidget(hint_);
    lower->addWidget(tools());
    lower->addWidget(sliver_row());
    column->addLayout(lower);

    connect(&session_.document, &Document::changed, this, &PartsPanel::refresh);
    connect(parts_, &PartsTable::chosen_changed, this, [this] {
        refresh_tools();
        if (!parts_->chosen() && shows_part_) canvas_.show_only(nullptr);
    });
    connect(parts_, &PartsTable::chosen_clicked, this, &PartsPanel::toggle_alone);
    connect(&canvas_, &Canvas::tool_changed, this, [this] {
        if (canvas_.tool() != Canvas::Tool::pick) picker_.forget();
        refresh_tools();
    });
    connect(
        &canvas_.outline(), &OutlineTool::outlined, this, [this](const std::vector<Point>& points) {
            if (!isVisible()) return;  // the Passes bench uses the same outline tool
            picker_.add(tr("Outline a part"),
                        outline_mask(session_.document.painting().size(), points, kOutlineSoften),
                        target());
        });
    connect(&canvas_.pick(), &PickTool::picked, this, &PartsPanel::pick);
    connect(&canvas_, &Canvas::shown_only_changed, this, [this] {
        if (canvas_.shown_only()) return;
        show_slivers_->setChecked(false);
        shows_part_ = false;
    });
    connect(&picker_, &PartPicker::made, this, &PartsPanel::choose);
    connect(&picker_, &PartPicker::busy_changed, this, &PartsPanel::refresh_tools);
    keep_place(*sliver_row_);
    sliver_row_->hide();
    refresh();
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

QWidget* PartsPanel::tools() {
    const auto pair_of = [](QWidget* left, QWidget* right) {
        auto* box = new QWidget;
        auto* row = new QHBoxLayout(box);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(scaled(16));
        row->addWidget(left, 1);
        row->addWidget(right, 1);
        return box;
    };
    tools_ = new QStackedWidget;
    tools_->addWidget(pair_of(setting(kPickWidth, &PickSettings::width),
                              setting(kPickSoft, &PickSettings::soft)));
    tools_->addWidget(pair_of(setting(kPickTolerance, &PickSettings::tolerance),
                              setting(kPickGap, &PickSettings::gap)));
    tools_->addWidget(chosen_row());
    return tools_;
}

QWidget* PartsPanel::chosen_row() {
    soften_ = choice_button("soften_part", tr("Soften"), tr("Blur the part's border"));
    snap_ =
        choice_button("snap_part", tr("Snap to edges"),
                      tr("Move the part's border on to edges of the values that are near enough"));
    auto* sigmas = new QMenu(this);
    for (const int sigma : {1, 2, 4, 8, 16, 32})
        connect(sigmas->addAction(tr("by %1 px").arg(sigma)), &QAction::triggered, this,
                [this, sigma] { picker_.soften(*parts_->chosen(), sigma); });
    soften_->setMenu(sigmas);
    auto* reaches = new QMenu(this);
    for (const int reach : {4, 8, 16, 32})
        connect(reaches->addAction(tr("within %1 px").arg(reach)), &QAction::triggered, this,
                [this, reach] { picker_.snap(*parts_->chosen(), reach); });
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
                            tr("Remove the chosen part. Passes that land on it keep its mask"));
    connect(hide_, &QPushButton::clicked, this, [this](bool on) {
        session_.document.change(
            on ? tr("Hide a part") : tr("Show a part"),
            with_part_hidden(session_.document.painting(), *parts_->chosen(), on));
    });
    connect(up_, &QPushButton::clicked, this, [this] { move_chosen(-1); });
    connect(down_, &QPushButton::clicked, this, [this] { move_chosen(1); });
    connect(remove_, &QPushButton::clicked, this, [this] {
        const PartId part = *parts_->chosen();
        canvas_.show_only(nullptr);
        session_.document.change(tr("Remove a part"),
                                 without_part(session_.document.painting(), part));
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
        session_.document.change(tr("Give slivers to their neighbours"),
                                 with_slivers_given(session_.document.painting(), slivers_));
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

PartTarget PartsPanel::target() const {
    const auto part = parts_->chosen();
    if (!part || how_ == Combine::replace) return {};
    return {how_, part};
}

void PartsPanel::fill_targets() {
    targets_->clear();
    const auto part = parts_->chosen();
    const auto add = [&](Combine how, const QString& label) {
        QAction* action = targets_->addAction(label);
        action->setEnabled(how == Combine::replace || part);
        connect(action, &QAction::triggered, this, [this, how] {
            how_ = how;
            refresh_tools();
        });
    };
    const QString name = part ? shown_on_button(session_.document.painting().part(*part)->name)
                              : tr("the chosen part");
    add(Combine::replace, tr("as a new part"));
    add(Combine::add, tr("add to %1").arg(name));
    add(Combine::take_away, tr("take away from %1").arg(name));
    add(Combine::intersect, tr("keep of %1 only what is in both").arg(name));
}

void PartsPanel::refresh() {
    const bool any = session_.document.has_painting();
    for (QPushButton* button : {outline_, by_value_, touching_, target_}) button->setEnabled(any);
    refresh_tools();
    look_for_slivers();
}

void PartsPanel::refresh_tools() {
    const Canvas::Tool tool = canvas_.tool();
    const bool picking = tool == Canvas::Tool::pick;
    outline_->setChecked(tool == Canvas::Tool::outline);
    by_value_->setChecked(picking && kind_ == PickKind::by_value);
    touching_->setChecked(picking && kind_ == PickKind::touching);
    const auto part = parts_->chosen();
    if (!part) how_ = Combine::replace;
    const QString targets[] = {tr("new part"), tr("add"), tr("take away"), tr("in both")};
    show_choice(target_, targets[static_cast<int>(how_)]);

    tools_->setCurrentIndex(!picking ? 2 : kind_ == PickKind::by_value ? 0 : 1);
    if (tool == Canvas::Tool::outline)
        hint_->setText(
            tr("Click from point to point around the part, or draw around it in one go. Enter "
               "closes it, Backspace takes a point back, Escape gives it up."));
    else if (!picking && parts_->topLevelItemCount() == 0)
        hint_->clear();
    else if (!picking)
        hint_->setText(
            tr("A click on a row shows the part alone, another brings the picture back. "
               "What stands below is done to the chosen one."));
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

    chosen_row_->setEnabled(part.has_value());
    session_.outlook.choose_part(part);
    if (!part) return;
    const Painting& painting = session_.document.painting();
    const auto place = std::ranges::find(painting.parts, *part, &Part::id);
    hide_->setChecked(place->hidden);
    hide_->setText(place->hidden ? tr("Hidden") : tr("Hide"));
    up_->setEnabled(place != painting.parts.begin());
    down_->setEnabled(std::next(place) != painting.parts.end());
    remove_->setEnabled(true);
}

void PartsPanel::choose(PartId part) {
    parts_->choose(part);
    show_alone(part);
    refresh_tools();
}

void PartsPanel::show_alone(PartId part) {
    canvas_.show_only(session_.document.painting().part(part)->mask);
    shows_part_ = true;
}

/// A click shows a part alone; another on the same shows everything again.
void PartsPanel::toggle_alone(bool again) {
    if (again && shows_part_) return parts_->choose(std::nullopt);
    show_alone(*parts_->chosen());
}

void PartsPanel::pick(QPointF picture) {
    picker_.pick(kind_, picture, target());
}

void PartsPanel::move_chosen(int by) {
    const auto& parts = session_.document.painting().parts;
    const auto place = std::ranges::find(parts, *parts_->chosen(), &Part::id) - parts.begin();
    session_.document.change(
        tr("Reorder parts"),
        with_part_moved(session_.document.painting(), static_cast<std::size_t>(place),
                        static_cast<std::size_t>(place + by)));
}

// --- slivers

void PartsPanel::look_for_slivers() {
    std::vector<SharedPicture> masks;
    if (session_.document.has_painting())
        for (const Part& part : session_.document.painting().parts)
            if (!part.hidden) masks.push_back(part.mask);
    if (masks == searched_) return;
    searched_ = std::move(masks);
    slivers_ = {};
    show_slivers(false);
    sliver_row_->hide();
    slivers_job_.stop();
    if (searched_.empty()) return;
    slivers_job_.start([this, painting = session_.document.painting()](const std::stop_token& stop,
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
        canvas_.show_only(share(mask_of(slivers_, session_.document.painting().size())));
    else if (!parts_->chosen())
        canvas_.show_only(nullptr);
}

}  // namespace underpaint
