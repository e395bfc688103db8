// SPDX-License-Identifier: GPL-3.0-or-later
// What makes another version.
#include <QLabel>
#include <QMenu>
#include <QVBoxLayout>

#include "brief/three_versions.h"
#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/versions/versions_sheet.h"
#include "files/brief_report.h"
#include "painting/version_changes.h"
#include "palette/another_version.h"
#include "render/render.h"
#include "terms/figures.h"

namespace underpaint {
namespace {

constexpr std::array kQuieter{0.75, 0.5, 0.25};
constexpr float kMotherOver = 0.2F;

}  // namespace

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
    hues_ = action_button("turn_hues", tr("Turn the hues"),
                          tr("All hues at once, palette and plan too; seen while it is set"));
    hues_->setCheckable(true);
    connect(hues_, &QPushButton::clicked, this, [this](bool on) {
        if (!on) return end_trying();
        hue_row_->show();
        hue_->setFocus();
    });
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
    set_menu(mother_, [this](QMenu& menu) { fill_mothers(menu); });
    quieter_ = choice_button("make_quieter", tr("Quieter"), tr("Less intensity everywhere"));
    set_menu(quieter_, [this](QMenu& menu) {
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
    set_menu(reference_, [this](QMenu& menu) { fill_references(menu); });
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
    column->addWidget(hue_row());
    return box;
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

QWidget* VersionsSheet::hue_row() {
    hue_row_ = new QWidget;
    auto* row = new QHBoxLayout(hue_row_);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(10));
    hue_ = new BarSlider(kTuneHue);
    hue_->setObjectName(QStringLiteral("version_hue"));
    connect(hue_, &BarSlider::moved, this, &VersionsSheet::try_hues);
    make_hues_ = action_button("make_hues", tr("Make it"), tr("A version with its hues so turned"));
    connect(make_hues_, &QPushButton::clicked, this, &VersionsSheet::make_hues);
    row->addWidget(hue_, 1);
    row->addWidget(make_hues_, 0, Qt::AlignBottom);
    hue_row_->hide();
    return hue_row_;
}

/// Shown small in the place of the chosen version until it is made or given up.
void VersionsSheet::try_hues(float degrees) {
    make_hues_->setEnabled(degrees != 0);
    if (degrees == 0) {
        trying_.stop();
        return emit would_be(edits_.painting().version, nullptr);
    }
    tried_ = edits_.painting();
    trying_.start(
        [this, painting = tried_, degrees](const std::stop_token& stop, const Deliver& deliver) {
            const Painting turned = with_colouring(painting, hues_turned(painting, degrees));
            auto seen = render_view(turned, turned.passes.size(), shown_view(turned.size()), stop);
            if (!seen) return;
            deliver([this, id = painting.version,
                     seen = std::make_shared<const RgbBlock>(std::move(*seen))] {
                emit would_be(id, seen);
            });
        });
}

void VersionsSheet::end_trying() {
    trying_.stop();
    hues_->setChecked(false);
    hue_row_->hide();
    tried_ = {};
    hue_->set_value(0);
    make_hues_->setEnabled(false);
    emit would_be(kNoVersion, nullptr);
}

void VersionsSheet::make_hues() {
    const float degrees = hue_->value();
    const QString turn =
        QString::fromStdString(with_sign(static_cast<double>(degrees), 0)) + QStringLiteral("°");
    end_trying();
    make(tr("Turn the hues"), tr("Hues %1").arg(turn), tr("hues %1").arg(turn),
         [painting = edits_.painting(), degrees](const PlanPlaces&, const std::stop_token&) {
             return std::optional(hues_turned(painting, degrees));
         });
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
            // What was made belongs to the painting as it was: on another its sentence would be
            // wrong.
            if (!still_is(painting)) return;
            edits_.add(label, name, whole, *made);
        });
    });
}

/// What was made is of no other painting: else it says so.
bool VersionsSheet::still_is(const Painting& painting) {
    if (same_but_for_records(painting, edits_.painting())) return true;
    hint_->setText(tr("The painting was changed meanwhile; ask again."));
    hint_->show();
    return false;
}

}  // namespace underpaint
