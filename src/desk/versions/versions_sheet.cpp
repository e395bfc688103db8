// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/versions_sheet.h"

#include <QLabel>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "brief/three_versions.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/panes/save_drawing.h"
#include "desk/versions/brief_table.h"
#include "files/brief_report.h"
#include "painting/version_changes.h"
#include "palette/another_version.h"

namespace underpaint {
namespace {

constexpr std::array kTurns{-60, -28, 28, 60, 120, 180};
constexpr std::array kQuieter{0.75, 0.5, 0.25};
constexpr float kMotherOver = 0.2F;

/// A menu that is filled anew each time it opens.
template <class Fill>
void menu_of(QPushButton* button, Fill fill) {
    auto* menu = new QMenu(button);
    QObject::connect(menu, &QMenu::aboutToShow, menu, [menu, fill] {
        empty(*menu);
        fill(*menu);
    });
    button->setMenu(menu);
}

}  // namespace

VersionsSheet::VersionsSheet(const Desk& desk, VersionEdits& edits, const VersionsMeter& meter,
                             QWidget* parent)
    : QWidget(parent),
      desk_(desk),
      edits_(edits),
      meter_(meter),
      making_(this, Urgency::figures, "another version") {
    list_ = new VersionsList(desk.session, edits_, meter_);
    branch_ = action_button("branch_version", tr("Branch"),
                            tr("The chosen version once more, to go another way with"));
    rename_ = action_button("rename_version", tr("Rename"), tr("Give it another name (F2)"));
    delete_ = action_button("delete_version", tr("Delete"), tr("Undo brings it back"));
    connect(branch_, &QPushButton::clicked, this, [this] {
        edits_.branch();
        list_->setFocus();
    });
    connect(rename_, &QPushButton::clicked, list_, &VersionsList::rename_looked_at);
    connect(delete_, &QPushButton::clicked, this, [this] { edits_.remove(edits_.looked_at()); });
    hint_ = hint_label();
    hint_->setObjectName(QStringLiteral("versions_hint"));
    hint_->hide();
    note_ = new QPlainTextEdit;
    note_->setObjectName(QStringLiteral("version_note"));
    note_->setAccessibleName(tr("Why this version"));
    note_->setPlaceholderText(tr("Why this one, in your words"));
    note_->setTabChangesFocus(true);
    note_->setFixedHeight(scaled(56));
    connect(note_, &QPlainTextEdit::textChanged, this, [this] {
        if (note_->hasFocus()) edits_.note(edits_.looked_at(), note_->toPlainText());
    });
    auto* inner = new QWidget;
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(0, 0, 0, scaled(8));
    column->setSpacing(scaled(6));
    column->addWidget(list_);
    const auto indented = [&](QWidget* widget) {
        auto* row = new QHBoxLayout;
        row->setContentsMargins(scaled(12), 0, scaled(12), 0);
        row->addWidget(widget);
        column->addLayout(row);
    };
    auto* buttons = new QWidget;
    auto* row = new QHBoxLayout(buttons);
    row->setContentsMargins(0, 0, 0, 0);
    for (QPushButton* button : {branch_, rename_, delete_}) row->addWidget(button);
    row->addStretch(1);
    indented(buttons);
    column->addWidget(rule_line());
    indented(making_box());
    indented(hint_);
    column->addWidget(rule_line());
    indented(group_title(tr("By the brief")));
    indented(new BriefTable(meter_));
    column->addWidget(rule_line());
    indented(taking_box());
    column->addWidget(rule_line());
    indented(group_title(tr("Why this one")));
    indented(note_);
    column->addStretch(1);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(inner);
    go_on_ = action_button("go_on_with_version", {}, tr("Choose it, and lay passes on it"));
    go_on_->setProperty("role", "main");
    connect(go_on_, &QPushButton::clicked, this, [this] {
        edits_.choose(edits_.looked_at());
        emit wants_to_go_on();
    });
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(scroll, 1);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(10));
    foot->addWidget(go_on_);
    all->addLayout(foot);
    connect(&edits_, &VersionEdits::changed, this, &VersionsSheet::refresh);
    connect(&meter_, &VersionsMeter::changed, this, &VersionsSheet::refresh);
    connect(&making_, &LatestJob::ended, this, &VersionsSheet::refresh);
    connect(&desk_.session.document, &Document::begun, this, [this] { making_.stop(); });
    refresh();
}

QWidget* VersionsSheet::making_box() {
    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    auto* head = new QHBoxLayout;
    head->addWidget(group_title(tr("Make another")));
    head->addStretch(1);
    auto* about = hint_label(tr("values stay as sealed"));
    about->setWordWrap(false);
    head->addWidget(about);
    column->addLayout(head);
    hues_ = choice_button("turn_hues", tr("Turn the hues"), tr("All hues, palette and plan too"));
    menu_of(hues_, [this](QMenu& menu) { fill_hues(menu); });
    reverse_ = action_button("reverse_light", tr("Reverse the light"),
                             tr("Lights and shadows of each part exchange their warmth"));
    connect(reverse_, &QPushButton::clicked, this, [this] {
        const QString name =
            tr("%1, light reversed").arg(edits_.name_of(edits_.painting().version));
        make(tr("Reverse the light"), name, tr("light reversed"),
             [painting = edits_.painting()](const PlanPlaces& places, const std::stop_token& stop) {
                 return light_reversed(painting, places, stop);
             });
    });
    mother_ = choice_button("another_mother", tr("Another mother"),
                            tr("A colour of the palette mixed over all of it"));
    menu_of(mother_, [this](QMenu& menu) { fill_mothers(menu); });
    quieter_ = choice_button("make_quieter", tr("Quieter"), tr("Less intensity everywhere"));
    menu_of(quieter_, [this](QMenu& menu) {
        for (const double factor : kQuieter)
            menu.addAction(tr("intensity %1%").arg(100 * factor), this, [this, factor] {
                make(tr("Quieter"), tr("Quieter %1%").arg(100 * factor),
                     tr("intensity %1%").arg(100 * factor),
                     [painting = edits_.painting(), factor](const PlanPlaces&,
                                                            const std::stop_token&) {
                         return std::optional(quieter(painting, static_cast<float>(factor)));
                     });
            });
    });
    reference_ = choice_button("by_reference", tr("By a reference"),
                               tr("Its five colours planned for the parts by step and area"));
    menu_of(reference_, [this](QMenu& menu) { fill_references(menu); });
    plan_ =
        action_button("by_plan", tr("By the colour plan"), tr("The plan laid, and nothing else"));
    connect(plan_, &QPushButton::clicked, this, [this] {
        make(tr("By the colour plan"), tr("As planned"), tr("the colour plan"),
             [painting = edits_.painting()](const PlanPlaces& places, const std::stop_token&) {
                 return std::optional(by_colour_plan(painting, places));
             });
    });
    three_ = action_button("three_at_once", tr("Three at once"),
                           tr("The three of these that lie farthest from each other and meet the "
                              "brief best"));
    connect(three_, &QPushButton::clicked, this, &VersionsSheet::make_three);
    for (const auto& row : {std::vector<QPushButton*>{hues_, reverse_, mother_},
                            std::vector<QPushButton*>{quieter_, reference_, plan_},
                            std::vector<QPushButton*>{three_}}) {
        auto* line = new QHBoxLayout;
        line->setSpacing(scaled(4));
        for (QPushButton* button : row) line->addWidget(button);
        line->addStretch(1);
        column->addLayout(line);
    }
    return box;
}

QWidget* VersionsSheet::taking_box() {
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(4));
    row->addWidget(group_title(tr("Take over")));
    row->addSpacing(scaled(8));
    a_pass_ = choice_button("take_pass", tr("A pass of another"),
                            tr("Lays a pass of another version once more, on the chosen one"));
    menu_of(a_pass_, [this](QMenu& menu) { fill_passes(menu); });
    a_part_ = choice_button("take_part", tr("A part's colour"),
                            tr("From the version that is looked at into the chosen one"));
    menu_of(a_part_, [this](QMenu& menu) { fill_parts(menu); });
    row->addWidget(a_pass_);
    row->addWidget(a_part_);
    row->addStretch(1);
    sheet_ = choice_button("contact_sheet", tr("Contact sheet"),
                           tr("All versions with names and figures, as a file"));
    menu_of(sheet_, [this](QMenu& menu) { fill_sheets(menu); });
    row->addWidget(sheet_);
    return box;
}

void VersionsSheet::fill_sheets(QMenu& menu) {
    offer_saving(menu, desk_.ask, tr("Save the contact sheet"),
                 tr("%1, versions").arg(shown(edits_.painting().name)),
                 [this](const std::filesystem::path& path) { emit wants_sheet(path); });
}

void VersionsSheet::make_three() {
    hint_->setText(tr("Making three …"));
    hint_->show();
    const Painting painting = edits_.painting();
    const Reader reader = desk_.session.choices.reader();
    const int number = edits_.number_of(painting.version);
    making_.start([this, painting, reader, number, own = desk_.session.settings.rules()](
                      const std::stop_token& stop, const Deliver& deliver) {
        std::vector<ReferenceColours> references;
        for (const Reference& reference : painting.brief.references) {
            const auto pixels = pixels_of(reference, stop);
            const auto figures = pixels ? measure_picture(*pixels, reader, {}, stop) : std::nullopt;
            if (figures) references.push_back({reference.picture.name, figures->colours});
        }
        const auto places = plan_places(painting, stop);
        if (!places) return;
        auto made = three_at_once(painting, *places, references, reader, own, stop);
        if (stop.stop_requested()) return;
        deliver([this, painting, number, made = std::move(made)] {
            hint_->hide();
            if (!still_is(painting)) return;
            Painting next = painting;
            for (const MadeVersion& each : made)
                next =
                    with_version(std::move(next), each.name,
                                 tr("from %1, %2").arg(number).arg(shown(each.from)).toStdString(),
                                 each.colouring);
            const std::size_t before = std::max<std::size_t>(1, painting.versions.size());
            const std::size_t added = next.versions.empty() ? 0 : next.versions.size() - before;
            edits_.take_over(tr("Three at once"), std::move(next));
            if (added == made.size()) return;
            hint_->setText(tr("A painting has at most %1 versions; %2 of the three found room.")
                               .arg(kMostVersions)
                               .arg(added));
            hint_->show();
        });
    });
}

void VersionsSheet::fill_passes(QMenu& menu) {
    for (const Version& version : edits_.painting().versions) {
        if (version.id == edits_.painting().version) continue;
        QMenu* of = menu.addMenu(shown_on_button(version.name));
        for (std::size_t i = 0; i < version.colouring.passes.size(); ++i)
            of->addAction(
                tr("%1  %2").arg(i + 1).arg(shown_on_button(version.colouring.passes[i].name)),
                this, [this, id = version.id, i] { edits_.take_pass(id, i); });
    }
}

void VersionsSheet::fill_parts(QMenu& menu) {
    const VersionId other = edits_.looked_at();
    if (other == edits_.painting().version) {
        menu.addAction(tr("Look at another version first"))->setEnabled(false);
        return;
    }
    for (const Part& part : edits_.painting().parts)
        menu.addAction(
            tr("%1 from %2").arg(shown_on_button(part.name)).arg(edits_.number_of(other)), this,
            [this, id = part.id] { take_part(id); });
}

void VersionsSheet::take_part(PartId part) {
    const VersionId other = edits_.looked_at();
    const Painting painting = edits_.painting();
    if (other == painting.version) return;
    making_.start(
        [this, painting, other, part](const std::stop_token& stop, const Deliver& deliver) {
            const Painting made = with_part_from(painting, other, part, stop);
            if (stop.stop_requested()) return;
            deliver([this, painting, made] {
                if (same_but_for_time(painting, edits_.painting()))
                    edits_.take_over(tr("A part's colour of another"), made);
            });
        });
}

void VersionsSheet::fill_hues(QMenu& menu) {
    for (const int degrees : kTurns) {
        const QString turn = (degrees > 0 ? QStringLiteral("+") : QStringLiteral("−")) +
                             QString::number(std::abs(degrees)) + QStringLiteral("°");
        menu.addAction(tr("hues %1").arg(turn), this, [this, degrees, turn] {
            make(
                tr("Turn the hues"), tr("Hues %1").arg(turn), tr("hues %1").arg(turn),
                [painting = edits_.painting(), degrees](const PlanPlaces&, const std::stop_token&) {
                    return std::optional(hues_turned(painting, static_cast<float>(degrees)));
                });
        });
    }
}

void VersionsSheet::fill_mothers(QMenu& menu) {
    for (const PaletteColour& colour : edits_.painting().palette.colours)
        menu.addAction(swatch_of(colour.colour), tr("%1, 20%").arg(shown_on_button(colour.name)),
                       this, [this, colour] {
                           const QString name = shown(colour.name);
                           make(tr("Another mother"), tr("Mother %1").arg(name),
                                tr("mother %1 20%").arg(name),
                                [painting = edits_.painting(), colour](const PlanPlaces&,
                                                                       const std::stop_token&) {
                                    return std::optional(with_mother_over(
                                        painting, colour.colour, kMotherOver, colour.name));
                                });
                       });
    if (menu.isEmpty()) menu.addAction(tr("The palette is empty"))->setEnabled(false);
}

void VersionsSheet::fill_references(QMenu& menu) {
    for (const Reference& reference : edits_.painting().brief.references)
        menu.addAction(shown_on_button(reference.picture.name), this, [this, reference] {
            const QString name = shown(reference.picture.name);
            const Reader reader = desk_.session.choices.reader();
            make(tr("By a reference"), tr("After %1").arg(name), tr("by %1").arg(name),
                 [painting = edits_.painting(), reference, reader](
                     const PlanPlaces& places,
                     const std::stop_token& stop) -> std::optional<Colouring> {
                     const auto pixels = pixels_of(reference, stop);
                     const auto figures =
                         pixels ? measure_picture(*pixels, reader, {}, stop) : std::nullopt;
                     if (!figures) return std::nullopt;
                     return by_reference(painting, figures->colours, reference.picture.name, places,
                                         reader);
                 });
        });
    if (menu.isEmpty()) menu.addAction(tr("The brief has no references"))->setEnabled(false);
}

void VersionsSheet::make(const QString& label, const QString& name, const QString& from,
                         Make make) {
    if (edits_.painting().versions.size() >= kMostVersions) {
        hint_->setText(tr("A painting has at most %1 versions.").arg(kMostVersions));
        return hint_->show();
    }
    hint_->setText(tr("Making %1 …").arg(name));
    hint_->show();
    const Painting painting = edits_.painting();
    const QString whole = tr("from %1, %2").arg(edits_.number_of(painting.version)).arg(from);
    making_.start([this, painting, label, name, whole, make = std::move(make)](
                      const std::stop_token& stop, const Deliver& deliver) {
        const auto places = plan_places(painting, stop);
        auto made = places ? make(*places, stop) : std::nullopt;
        if (stop.stop_requested()) return;
        deliver([this, painting, label, name, whole, made = std::move(made)] {
            hint_->hide();
            if (!made) {
                hint_->setText(
                    tr("It could not be made: the picture of the reference can't be read."));
                return hint_->show();
            }
            // Of another painting, or one that was changed meanwhile, it would say what is not so.
            if (!still_is(painting)) return;
            edits_.add(label, name, whole, *made);
        });
    });
}

/// What was made is of no other painting: else it says so.
bool VersionsSheet::still_is(const Painting& painting) {
    if (same_but_for_time(painting, edits_.painting())) return true;
    hint_->setText(tr("The painting was changed meanwhile; ask again."));
    hint_->show();
    return false;
}

void VersionsSheet::refresh() {
    const bool any = desk_.session.document.has_painting();
    for (QPushButton* button : {branch_, hues_, reverse_, mother_, quieter_, reference_, plan_,
                                three_, sheet_, a_pass_, a_part_, go_on_})
        button->setEnabled(any);
    const bool several = any && edits_.painting().versions.size() > 1;
    rename_->setEnabled(several);
    delete_->setEnabled(several);
    note_->setEnabled(any && !edits_.painting().versions.empty());
    if (!any) return;
    const Painting& painting = edits_.painting();
    const bool laid = !painting.passes.empty();
    hues_->setEnabled(laid), reverse_->setEnabled(laid), quieter_->setEnabled(laid);
    const auto empty_plan = [](const ColourPlan& plan) {
        return plan.parts.empty() && plan.whole.empty();
    };
    a_pass_->setEnabled(several);
    a_part_->setEnabled(several && !painting.parts.empty());
    plan_->setEnabled(!empty_plan(painting.colour_plan));
    const QString name = edits_.name_of(edits_.looked_at());
    go_on_->setText(
        tr("Go on with %1").arg(QString(name).replace(QLatin1Char('&'), QStringLiteral("&&"))));
    const Version* version = painting.find_version(edits_.looked_at());
    const QString note = version != nullptr ? QString::fromStdString(version->note) : QString();
    if (note_->toPlainText() != note) {
        const QSignalBlocker quiet(note_);
        note_->setPlainText(note);
    }
}

}  // namespace underpaint
