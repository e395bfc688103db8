// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/palette_sheet.h"

#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>
#include <cmath>

#include "colour/intensity.h"
#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/work/paths.h"
#include "files/brief_report.h"
#include "files/kept_pictures.h"
#include "files/openraster.h"
#include "painting/changes.h"
#include "palette/bridge.h"
#include "palette/colour_name.h"
#include "palette/extraction.h"
#include "palette/mother.h"
#include "raster/shrink.h"

namespace underpaint {
namespace {

constexpr std::array kCounts{3, 5, 8, 12};
constexpr int kTakenSide = 128;  // of the copy that colours are taken from
constexpr Parameter kMotherShare{
    "mother_share", "Mother", "How much of it is mixed into the others", 0, kMostMother, 0.15F};

QPushButton* menu_button(const char* name, const QString& label, const QString& about,
                         QWidget* parent, std::function<void(QMenu&)> fill) {
    QPushButton* button = choice_button(name, label, about);
    show_choice(button, label);
    auto* menu = new QMenu(parent);
    menu->setObjectName(QString::fromLatin1(name) + QStringLiteral("_menu"));
    menu->setToolTipsVisible(true);
    QObject::connect(menu, &QMenu::aboutToShow, menu, [menu, fill = std::move(fill)] {
        menu->clear();
        // Menus within it are not its actions', and would stay.
        qDeleteAll(menu->findChildren<QMenu*>(QString(), Qt::FindDirectChildrenOnly));
        fill(*menu);
    });
    button->setMenu(menu);
    return button;
}

}  // namespace

PaletteSheet::PaletteSheet(const Desk& desk, PaletteEdits& edits, PaletteMeter& meter,
                           PaletteLibrary library, QWidget* parent)
    : QWidget(parent),
      desk_(desk),
      edits_(edits),
      meter_(meter),
      library_(std::move(library)),
      taking_(this, Urgency::beside, "colours taken from a picture") {
    list_ = new PaletteList(desk.session, edits_, meter_);
    plan_ = new PlanList(desk.session, edits_, meter_);
    hint_ = hint_label();
    hint_->setObjectName(QStringLiteral("palette_hint"));
    hint_->hide();
    auto* inner = new QWidget;
    auto* column = new QVBoxLayout(inner);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(list_);
    column->addWidget(buttons());
    auto* hint_box = new QVBoxLayout;
    hint_box->setContentsMargins(scaled(12), 0, scaled(12), scaled(4));
    hint_box->addWidget(hint_);
    column->addLayout(hint_box);
    column->addWidget(followers_row());
    column->addWidget(mother_row());
    column->addWidget(rule_line());
    column->addWidget(plan_head());
    column->addWidget(plan_);
    column->addStretch(1);
    scroll_ = new QScrollArea;
    scroll_->setObjectName(QStringLiteral("palette_scroll"));
    scroll_->setWidgetResizable(true);
    scroll_->setFrameShape(QFrame::NoFrame);
    scroll_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll_->setFocusPolicy(Qt::NoFocus);
    scroll_->setWidget(inner);
    inner->setAutoFillBackground(false);  // the sheet shows through
    connect(list_, &PaletteList::wants_seen, this, [this](const QRect& row) {
        if (list_->hasFocus())
            scroll_->ensureVisible(row.center().x(), row.center().y(), 0, row.height());
    });

    outcome_ = hint_label();
    outcome_->setObjectName(QStringLiteral("plan_outcome"));
    outcome_->setMinimumHeight(3 * outcome_->fontMetrics().lineSpacing());
    outcome_->setAlignment(Qt::AlignBottom | Qt::AlignLeft);
    lay_ = action_button("lay_plan", tr("Lay the plan as passes"), {});
    lay_->setProperty("role", "main");
    connect(lay_, &QPushButton::clicked, this, &PaletteSheet::lay_plan);
    auto* lower = new QVBoxLayout;
    lower->setContentsMargins(scaled(12), scaled(6), scaled(12), scaled(12));
    lower->setSpacing(scaled(10));
    lower->addWidget(outcome_);
    lower->addWidget(lay_);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(scroll_, 1);
    all->addWidget(rule_line());
    all->addLayout(lower);

    connect(&edits_, &PaletteEdits::changed, this, &PaletteSheet::refresh);
    connect(&meter_, &PaletteMeter::outcome_changed, this, &PaletteSheet::refresh);
    connect(&meter_, &PaletteMeter::places_changed, this, &PaletteSheet::refresh);
    connect(&desk_.session.document, &Document::begun, this, [this] {
        taking_.stop();
        hint_->hide();
    });
    refresh();
}

QWidget* PaletteSheet::buttons() {
    take_ = menu_button("take_colours", tr("Take from…"),
                        tr("Colours of the painting, of a reference or of a picture in a file"),
                        this, [this](QMenu& menu) { fill_take(menu); });
    opposite_ = menu_button("opposite", tr("Opposite"),
                            tr("Colours that stand opposite or beside the chosen one on the wheel"),
                            this, [this](QMenu& menu) { fill_opposites(menu); });
    mix_ = menu_button("mix", tr("Mix"),
                       tr("The chosen colour mixed with another, or greys that "
                          "lead from it to another"),
                       this, [this](QMenu& menu) { fill_mixes(menu); });
    file_ = menu_button("palette_file", tr("File"), tr("Palettes in files, and your own"), this,
                        [this](QMenu& menu) { fill_file(menu); });
    add_ = action_button("add_colour", tr("Add"), tr("Add a colour and choose it"));
    connect(add_, &QPushButton::clicked, this, &PaletteSheet::add_colour);
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(scaled(12), scaled(9), scaled(12), scaled(6));
    row->setSpacing(scaled(6));
    for (QPushButton* button : {take_, add_, opposite_, mix_}) row->addWidget(button);
    row->addStretch(1);
    row->addWidget(file_);
    return box;
}

/// Asks what becomes of passes that have a colour as it was.
QWidget* PaletteSheet::followers_row() {
    followers_ = new QWidget;
    followers_->setObjectName(QStringLiteral("followers"));
    followers_said_ = hint_label();
    QPushButton* follow = action_button("let_follow", tr("Let them follow"),
                                        tr("They take the colour as it is now; one step"));
    QPushButton* stay = action_button("let_stay", tr("Leave them"), tr("They stay as they are"));
    connect(follow, &QPushButton::clicked, &edits_, &PaletteEdits::let_follow);
    connect(stay, &QPushButton::clicked, &edits_, &PaletteEdits::let_stay);
    auto* row = new QHBoxLayout(followers_);
    row->setContentsMargins(scaled(12), 0, scaled(12), scaled(6));
    row->setSpacing(scaled(6));
    row->addWidget(followers_said_, 1);
    row->addWidget(follow);
    row->addWidget(stay);
    followers_->hide();
    return followers_;
}

QWidget* PaletteSheet::mother_row() {
    mother_ = menu_button("mother", {}, tr("The colour that has a share in all others"), this,
                          [this](QMenu& menu) { fill_mothers(menu); });
    mother_as_ = menu_button("mother_as", {}, tr("How it is mixed in"), this, [this](QMenu& menu) {
        for (const MixText& text : kMixTexts) {
            QAction* action = menu.addAction(from_view(text.label), this, [this, as = text.as] {
                auto mother = edits_.palette().mother;
                if (!mother) return;
                mother->as = as;
                edits_.set_mother(mother);
            });
            action->setToolTip(from_view(text.about));
        }
    });
    share_ = new BarSlider(kMotherShare);
    share_->setObjectName(QStringLiteral("mother_share"));
    connect(share_, &BarSlider::moved, this, [this](float value) {
        auto mother = edits_.palette().mother;
        if (!mother) return;
        mother->share = value;
        edits_.set_mother(mother, QStringLiteral("palette/mother"));
    });
    connect(share_, &BarSlider::released, this, [this] { edits_.end_gesture(); });
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(scaled(12), 0, scaled(12), scaled(8));
    row->setSpacing(scaled(8));
    row->addWidget(share_, 1);
    row->addWidget(mother_);
    row->addWidget(mother_as_);
    return box;
}

QWidget* PaletteSheet::plan_head() {
    suggest_ = action_button("suggest_plan", tr("Suggest"),
                             tr("Plan every part from the palette by rules: the nearest step, on "
                                "the side of warmth that the brief wants. Why, is said at each "
                                "part"));
    clear_ = action_button("clear_plan", tr("Clear"), tr("Plan nothing"));
    connect(suggest_, &QPushButton::clicked, plan_, &PlanList::suggest);
    connect(clear_, &QPushButton::clicked, plan_, &PlanList::clear);
    tune_ = menu_button("tune_plan", tr("All"),
                        tr("All planned colours turned, or made quieter or stronger, at once"),
                        this, [this](QMenu& menu) { fill_tune(menu); });
    auto* tones = new QLabel(tr("shadow · half · light"));
    tones->setFont(secondary_font());
    tones->setProperty("role", "secondary");
    auto* box = new QWidget;
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(4));
    row->setSpacing(scaled(6));
    row->addWidget(group_title(tr("Colour plan")));
    row->addSpacing(scaled(6));
    row->addWidget(suggest_);
    row->addWidget(clear_);
    row->addWidget(tune_);
    row->addStretch(1);
    row->addWidget(tones);
    return box;
}

// --- taking colours

void PaletteSheet::take(Rgb colour, const QString& from) {
    const std::size_t added = edits_.add(
        tr("Take a colour"),
        {{0, name_for(colour, edits_.palette()), colour, from.toStdString(), {}, false}});
    say_added(added, 1);
}

void PaletteSheet::say_added(std::size_t added, std::size_t wanted) {
    if (added == wanted) return;
    emit said(
        tr("A palette holds %1 colours; %2 were left out.").arg(kMostColours).arg(wanted - added));
}

void PaletteSheet::add_colour() {
    const PaletteColour* chosen = edits_.chosen();
    take(chosen != nullptr ? chosen->colour : Rgb{0.55F, 0.5F, 0.45F}, tr("added"));
    list_->setFocus();
}

void PaletteSheet::fill_take(QMenu& menu) {
    QMenu* painting = menu.addMenu(tr("The painting"));
    painting->setObjectName(QStringLiteral("take_painting"));
    for (const int count : kCounts)
        painting->addAction(tr("%1 colours").arg(count), this,
                            [this, count] { take_from_picture(count); });
    for (const Reference& reference : desk_.session.document.painting().brief.references) {
        QMenu* each = menu.addMenu(shown_on_button(reference.picture.name));
        for (const int count : kCounts)
            each->addAction(tr("%1 colours").arg(count), this, [this, reference, count] {
                take_from(
                    tr("from %1").arg(shown(reference.picture.name)),
                    [reference](const std::stop_token& stop) -> Result<RgbBlock> {
                        auto pixels = pixels_of(reference.picture, stop);
                        if (!pixels) return tl::unexpected(pixels.error());
                        return pixels_of_reference(*pixels, reference.tint);
                    },
                    count);
            });
    }
    menu.addAction(tr("A picture in a file…"), this, &PaletteSheet::take_file);
}

void PaletteSheet::take_from_picture(int count) {
    if (!meter_.picture()) return;
    take_from(
        tr("from the painting"),
        [picture = meter_.picture()](const std::stop_token&) -> Result<RgbBlock> {
            return *picture;
        },
        count);
}

void PaletteSheet::take_file() {
    const auto path = desk_.ask.to_open(tr("A picture to take colours from"), picture_kinds());
    if (path.empty()) return;
    take_from(
        tr("from %1").arg(text_of(path.filename())),
        [path](const std::stop_token& stop) -> Result<RgbBlock> {
            const auto read = read_finished(path, stop);
            if (!read) return tl::unexpected(read.error());
            return rgb_of(read->picture, rect_of(read->picture.size()));
        },
        5);
}

void PaletteSheet::take_from(const QString& from,
                             std::function<Result<RgbBlock>(const std::stop_token&)> read,
                             int count) {
    hint_->setText(tr("Taking colours %1 …").arg(from));
    hint_->show();
    const auto number = desk_.session.document.number();
    taking_.start([this, from, read = std::move(read), count, number](const std::stop_token& stop,
                                                                      const Deliver& deliver) {
        const auto pixels = read(stop);
        if (!pixels) {
            deliver([this, text = pixels.error().message()] {
                hint_->setText(QString::fromStdString(text));
            });
            return;
        }
        const auto swatches = underpaint::palette_of(shrunk(*pixels, kTakenSide), count);
        if (stop.stop_requested()) return;
        deliver([this, from, swatches, number] {
            hint_->hide();
            if (number != desk_.session.document.number()) return;
            Palette with = edits_.palette();
            std::vector<PaletteColour> colours;
            for (const Swatch& swatch : swatches) {
                PaletteColour colour{
                    0, name_for(swatch.colour, with), swatch.colour, from.toStdString(), {}, false};
                with.colours.push_back(colour);
                colours.push_back(std::move(colour));
            }
            const std::size_t wanted = colours.size();
            say_added(edits_.add(tr("Take colours"), std::move(colours)), wanted);
        });
    });
}

// --- computed colours

void PaletteSheet::fill_opposites(QMenu& menu) {
    const PaletteColour* chosen = edits_.chosen();
    if (chosen == nullptr || !place_on(edits_.wheel(), chosen->colour)) {
        menu.addAction(chosen == nullptr ? tr("Choose a colour first")
                                         : tr("A neutral has no opposite"))
            ->setEnabled(false);
        return;
    }
    for (const Harmony& harmony : kHarmonies) {
        QAction* action = menu.addAction(from_view(harmony.label), this,
                                         [this, &harmony] { suggest_harmony(harmony); });
        action->setToolTip(from_view(harmony.about));
    }
}

void PaletteSheet::suggest_harmony(const Harmony& harmony) {
    const PaletteColour* chosen = edits_.chosen();
    if (chosen == nullptr) return;
    const auto place = place_on(edits_.wheel(), chosen->colour);
    if (!place) return;
    const Reader reader = desk_.session.choices.reader();
    std::vector<GhostColour> ghosts;
    bool unseen = false;
    for (const float turn : harmony.turns) {
        const Suggestion made = suggest(edits_.wheel(), *place + turn, read(reader, chosen->colour),
                                        intensity(chosen->colour), reader);
        unseen = unseen || !made.seen;
        const QString label = harmony.turns.size() == 1
                                  ? tr("opposite of %1").arg(shown(chosen->name))
                                  : QString::fromStdString(name_for(made.colour, edits_.palette()));
        ghosts.push_back(
            {label, made.colour,
             tr("%1, as %2")
                 .arg(from_view(harmony.label).toLower(), from_view(text_of(edits_.wheel()).label))
                 .toStdString()});
    }
    edits_.set_ghosts(std::move(ghosts));
    if (unseen)
        emit said(
            tr("So near white or black sRGB has next to no such colour; what is left is "
               "shown."));
}

void PaletteSheet::fill_mixes(QMenu& menu) {
    const PaletteColour* chosen = edits_.chosen();
    if (chosen == nullptr || edits_.palette().colours.size() < 2) {
        menu.addAction(tr("Two colours are needed"))->setEnabled(false);
        return;
    }
    const auto put = [this](const QString& name, Rgb colour, const QString& from) {
        edits_.set_ghosts({{name, colour, from.toStdString()}});
    };
    QMenu* bridges = nullptr;
    for (const PaletteColour& other : edits_.palette().colours) {
        if (other.id == chosen->id) continue;
        QMenu* with =
            menu.addMenu(swatch_of(other.colour), tr("with %1").arg(shown_on_button(other.name)));
        with->setToolTipsVisible(true);
        for (const MixText& text : kMixTexts) {
            QAction* action = with->addAction(
                tr("as %1").arg(from_view(text.label)), this,
                [put, a = *chosen, other, as = text.as] {
                    put(tr("%1 + %2").arg(shown(a.name), shown(other.name)),
                        mixed(std::array{MixPart{a.colour, 1}, MixPart{other.colour, 1}}, as),
                        tr("mixed from two"));
                });
            action->setToolTip(from_view(text.about));
        }
    }
    menu.addSeparator();
    bridges = menu.addMenu(tr("Bridge of greys to"));
    for (const PaletteColour& other : edits_.palette().colours) {
        if (other.id == chosen->id) continue;
        bridges->addAction(
            swatch_of(other.colour), shown_on_button(other.name), this, [this, a = *chosen, other] {
                std::vector<GhostColour> ghosts;
                constexpr int greys = 3;
                int number = 0;
                for (const Rgb grey :
                     bridge(a.colour, other.colour, greys, desk_.session.choices.reader()))
                    ghosts.push_back({tr("Bridge %1").arg(++number), grey,
                                      tr("between %1 and %2")
                                          .arg(shown(a.name), shown(other.name))
                                          .toStdString()});
                edits_.set_ghosts(std::move(ghosts));
            });
    }
}

void PaletteSheet::fill_mothers(QMenu& menu) {
    for (const PaletteColour& colour : edits_.palette().colours)
        menu.addAction(swatch_of(colour.colour), shown_on_button(colour.name), this,
                       [this, id = colour.id] {
                           Mother mother = edits_.palette().mother.value_or(Mother{});
                           mother.colour = id;
                           edits_.set_mother(mother);
                       });
    menu.addSeparator();
    menu.addAction(tr("No mother"), this, [this] { edits_.set_mother(std::nullopt); });
}

void PaletteSheet::fill_tune(QMenu& menu) {
    QMenu* turn = menu.addMenu(tr("Turn hues"));
    for (const int degrees : {-60, -30, -15, 15, 30, 60, 180})
        turn->addAction(tr("by %1°").arg(signed_figure(degrees, 0)), this, [this, degrees] {
            plan_->tune(tr("Turn the plan's hues"), {static_cast<float>(degrees), 1, 0});
        });
    QMenu* intensity = menu.addMenu(tr("Intensity"));
    for (const auto& [label, times] : {std::pair(tr("half"), 0.5F),
                                       {tr("quieter by a quarter"), 0.75F},
                                       {tr("quieter by a tenth"), 0.9F},
                                       {tr("stronger by a tenth"), 1.1F},
                                       {tr("stronger by a quarter"), 1.25F}})
        intensity->addAction(label, this, [this, times = times] {
            plan_->tune(tr("Change the plan's intensity"), {0, times, 0});
        });
}

// --- files

void PaletteSheet::fill_file(QMenu& menu) {
    menu.addAction(tr("Open a palette…"), this, [this] {
        const auto path =
            desk_.ask.to_open(tr("Open a palette"), tr("Palettes (*.json *.tokens *.csv)"));
        if (!path.empty()) open_file(path);
    });
    menu.addAction(tr("Save as design tokens…"), this,
                   [this] { save_file(QStringLiteral(".json"), tr("Design tokens (*.json)")); });
    menu.addAction(tr("Save as CSV…"), this,
                   [this] { save_file(QStringLiteral(".csv"), tr("CSV (*.csv)")); });
    QMenu* table = menu.addMenu(tr("Save the mixing table"));
    for (const auto& [label, kinds, ending] :
         {std::tuple(tr("as a page (PDF)…"), tr("PDF (*.pdf)"), ".pdf"),
          {tr("as vectors (SVG)…"), tr("SVG (*.svg)"), ".svg"},
          {tr("as a picture (PNG)…"), tr("PNG (*.png)"), ".png"}})
        table->addAction(label, this, [this, kinds = kinds, ending = ending] {
            desk_.ask.to_save(
                tr("Save the mixing table"), kinds,
                tr("%1, mixes").arg(shown(desk_.session.document.painting().name)) +
                    QLatin1String(ending),
                [this](const std::filesystem::path& path) { emit wants_table(path); });
        });
    menu.addSeparator();
    menu.addAction(tr("Keep among my palettes"), this, [this] {
        const Done kept = library_.keep(desk_.session.document.painting().name, edits_.palette());
        emit said(kept ? tr("The palette is kept as %1.")
                             .arg(shown(desk_.session.document.painting().name))
                       : QString::fromStdString(kept.error().message()));
    });
    QMenu* own = menu.addMenu(tr("My palettes"));
    for (const std::filesystem::path& path : library_.palettes())
        own->addAction(text_of(path.stem()), this, [this, path] { open_file(path); });
    own->setEnabled(!own->isEmpty());
}

void PaletteSheet::open_file(const std::filesystem::path& path) {
    auto read = open_palette(path);
    if (!read) {
        hint_->setText(QString::fromStdString(read.error().message()));
        return hint_->show();
    }
    hint_->setVisible(!read->lost.empty());
    QStringList lost;
    for (const std::string& sentence : read->lost) lost << QString::fromStdString(sentence);
    hint_->setText(lost.mid(0, 4).join(QLatin1Char(' ')));
    const std::size_t wanted = read->colours.size();
    say_added(edits_.add(tr("Open a palette"), std::move(read->colours)), wanted);
}

void PaletteSheet::save_file(const QString& ending, const QString& kinds) {
    const std::string name = desk_.session.document.painting().name;
    desk_.ask.to_save(tr("Save the palette"), kinds, shown(name) + ending,
                      [this, name, palette = edits_.palette()](const std::filesystem::path& path) {
                          const Done saved = save_palette(path, name, palette);
                          hint_->setVisible(!saved);
                          if (!saved)
                              hint_->setText(QString::fromStdString(saved.error().message()));
                      });
}

// --- the plan

void PaletteSheet::lay_plan() {
    Document& document = desk_.session.document;
    if (!document.has_painting() || meter_.places() == nullptr) return;
    const bool again = document.painting().group(document.painting().colour_plan.laid) != nullptr;
    Painting next = with_plan_laid(document.painting(), *meter_.places());
    if (next == document.painting())
        return emit said(again ? tr("The plan is laid as it is.") : tr("Nothing is planned yet."));
    document.change(again ? tr("Lay the colour plan again") : tr("Lay the colour plan"),
                    std::move(next));
    emit said(again ? tr("The plan is laid again, in its place.")
                    : tr("The plan is laid as a group over the other passes."));
}

void PaletteSheet::refresh() {
    const Document& document = desk_.session.document;
    const bool any = document.has_painting();
    const Palette& palette = edits_.palette();
    for (QPushButton* button : {take_, add_, file_}) button->setEnabled(any);
    for (QPushButton* button : {opposite_, mix_, mother_})
        button->setEnabled(!palette.colours.empty());
    const PaletteColour* mother = palette.mother ? palette.find(palette.mother->colour) : nullptr;
    show_choice(mother_, mother != nullptr ? shown(mother->name).left(18) : tr("no colour"));
    show_choice(mother_as_,
                tr("as %1").arg(from_view(text_of(palette.mother.value_or(Mother{}).as).label)));
    mother_as_->setEnabled(mother != nullptr);
    share_->setEnabled(mother != nullptr);
    share_->set_value(palette.mother.value_or(Mother{}).share);
    const bool planned = any && (!document.painting().colour_plan.parts.empty() ||
                                 !document.painting().colour_plan.whole.empty());
    suggest_->setEnabled(any && !palette.colours.empty() && meter_.places() != nullptr);
    clear_->setEnabled(planned);
    tune_->setEnabled(planned);
    lay_->setEnabled(planned && document.painting().sealed() && meter_.places() != nullptr);
    const bool again =
        any && document.painting().group(document.painting().colour_plan.laid) != nullptr;
    lay_->setText(again ? tr("Lay the plan again") : tr("Lay the plan as passes"));
    lay_->setToolTip(!any || document.painting().sealed()
                         ? tr("A gradient over the sealed values for each planned part, as one "
                              "group; laid again it takes its own place")
                         : tr("Seal the underpaint first: the plan is laid over sealed greys"));
    outcome_->setText(outcome_in_words());
    const std::size_t followers = edits_.followers();
    followers_->setVisible(followers > 0);
    followers_said_->setText(followers == 1
                                 ? tr("A pass has a colour as it was.")
                                 : tr("%1 passes have a colour as it was.").arg(followers));
}

QString PaletteSheet::outcome_in_words() const {
    const Document& document = desk_.session.document;
    if (!document.has_painting()) return tr("Open a painting to plan its colours.");
    const Painting& painting = document.painting();
    if (!painting.sealed()) return tr("Seal the underpaint first; then its colours are planned.");
    const std::size_t parts = painting.parts.size(), planned = painting.colour_plan.parts.size();
    if (planned == 0 && painting.colour_plan.whole.empty())
        return parts == 0 ? tr("Nothing is planned. Without parts the whole picture is planned by "
                               "its values.")
                          : tr("Nothing is planned. Click a strip above, or let the palette "
                               "suggest.");
    QStringList said;
    if (parts > 0) said << tr("%1 of %2 parts planned.").arg(planned).arg(parts);
    const PlanOutcome* outcome = meter_.outcome();
    if (outcome == nullptr || outcome->audit.passes.empty()) return said.join(QLatin1Char(' '));
    const PassAudit& last = outcome->audit.passes.back();
    const auto wanted = wanted_swing(painting.brief);
    if (last.swing.measured) {
        const QString size = QString::number(std::abs(last.swing.swing), 'f', 1);
        QString words = last.swing.swing >= 0 ? tr("Lights warmer than shadows by %1")
                                              : tr("Lights cooler than shadows by %1");
        words = words.arg(size);
        if (wanted && *wanted != 0)
            words += tr(" (brief: at least %1%2)")
                         .arg(std::abs(*wanted), 0, 'f', 1)
                         .arg(*wanted > 0 ? QString() : tr(" cooler"));
        said << words + QLatin1Char('.');
    }
    if (last.shared_light) said << tr("Shared light %1.").arg(*last.shared_light, 0, 'f', 2);
    if (!last.grey_shadows.empty()) said << tr("Some shadows are darkened by black alone.");
    said << tr("Laid as planned, values stay within %1 step.")
                .arg(std::max(0.01, last.value.running.p95), 0, 'f', 2);
    return said.join(QLatin1Char(' '));
}

}  // namespace underpaint
