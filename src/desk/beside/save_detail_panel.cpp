// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/beside/save_detail_panel.h"

#include <QKeyEvent>
#include <QMenu>
#include <QVBoxLayout>
#include <algorithm>

#include "desk/beside/saves_list.h"
#include "desk/kit/focus.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"
#include "desk/work/paths.h"
#include "files/flat_picture.h"
#include "files/path_text.h"

namespace underpaint {
namespace {

constexpr int kTextHeight = 150;

QString escaped(const std::string& text) {
    return QString::fromStdString(text).toHtmlEscaped();
}

Verdict worst_of(const KeptSave& save) {
    Verdict worst = Verdict::open;
    for (const SaveFigure& each : save.figures) worst = worse(worst, each.verdict);
    return worst;
}

}  // namespace

SaveDetailPanel::SaveDetailPanel(Watching& watching, AskForFile ask, QWidget* parent)
    : QWidget(parent),
      watching_(watching),
      ask_(std::move(ask)),
      mark_(new VerdictMark),
      text_(new QTextBrowser),
      since_(choice_button("since", tr("Since the save before"),
                           tr("What the chosen save is compared with"))),
      where_(action_button("show_where", tr("Show where"),
                           tr("The picture with all but what changed put back"))),
      mask_(
          action_button("save_mask", tr("Save mask…"),
                        tr("What changed as a grey picture of the file's size, for any program"))),
      layer_(action_button(
          "save_layer", tr("Save layer…"),
          tr("A picture that gives what changed its values back, laid normal over the file"))),
      intended_(action_button("intended", tr("Intended"),
                              tr("It was meant so: no notice comes of it again"))),
      note_(new QLineEdit),
      said_(hint_label()),
      working_out_(this, Urgency::beside, "what changed between saves"),
      writing_(this, Urgency::beside, "a picture that mends a save") {
    text_->setObjectName(QStringLiteral("save_detail"));
    text_->setAccessibleName(tr("What changed"));
    text_->setFrameShape(QFrame::NoFrame);
    text_->setFixedHeight(scaled(kTextHeight));
    text_->setFont(body_font());
    text_->document()->setDocumentMargin(0);
    text_->viewport()->setAutoFillBackground(false);
    said_->setObjectName(QStringLiteral("save_said"));
    said_->setFixedHeight(scaled(32));
    said_->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    intended_->setCheckable(true);
    set_menu(since_, [this](QMenu& menu) {
        for (const bool seal : {false, true}) {
            QAction* action =
                menu.addAction(seal ? tr("Since the seal") : tr("Since the save before"));
            action->setObjectName(seal ? QStringLiteral("since_seal")
                                       : QStringLiteral("since_before"));
            action->setCheckable(true);
            action->setChecked(seal == since_seal_);
            connect(action, &QAction::triggered, this, [this, seal] {
                since_seal_ = seal;
                work_out();
            });
        }
    });
    connect(where_, &QPushButton::clicked, this, &SaveDetailPanel::wants_where);
    connect(mask_, &QPushButton::clicked, this, &SaveDetailPanel::save_mask);
    connect(layer_, &QPushButton::clicked, this, &SaveDetailPanel::save_layer);
    connect(intended_, &QPushButton::clicked, this, [this](bool on) {
        if (now() != nullptr)
            watching_.set_meant(now()->number, on ? std::optional<std::string>("") : std::nullopt);
    });
    note_->setObjectName(QStringLiteral("intended_note"));
    note_->setPlaceholderText(tr("Why, if you like"));
    note_->setAccessibleName(tr("Why it was intended"));
    keep_place(*note_);
    connect(note_, &QLineEdit::editingFinished, this, &SaveDetailPanel::keep_note);
    connect(&watching_, &Watching::changed, this, [this] {
        show_intent(false);
        show_detail();
    });
    // Controls that are disabled during a job are enabled when the job has ended.
    for (LatestJob* job : {&working_out_, &writing_})
        connect(job, &LatestJob::ended, this, &SaveDetailPanel::show_detail);
    working_out_.on_fault([this](const QString& sentence) { trouble_ = sentence; });
    writing_.on_fault([this](const QString& sentence) { say(sentence); });

    auto* head = new QHBoxLayout;
    head->setSpacing(scaled(6));
    head->addWidget(mark_, 0, Qt::AlignVCenter);
    head->addWidget(since_);
    head->addSpacing(scaled(6));
    head->addWidget(note_, 1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(12), scaled(8), scaled(12), scaled(4));
    column->setSpacing(scaled(4));
    column->addLayout(head);
    column->addWidget(text_);
    column->addLayout(button_row({where_, mask_, layer_, intended_}));
    column->addWidget(said_);
    show_detail();
}

const KeptSave* SaveDetailPanel::now() const {
    const auto& saves = watching_.saves();
    return row_ && *row_ < static_cast<int>(saves.size()) ? &saves[static_cast<std::size_t>(*row_)]
                                                          : nullptr;
}

const KeptSave* SaveDetailPanel::before() const {
    return since_seal_ || !row_ || *row_ == 0
               ? nullptr
               : &watching_.saves()[static_cast<std::size_t>(*row_ - 1)];
}

void SaveDetailPanel::show_save(std::optional<int> row) {
    // A note may be half typed when the next save comes.
    if (row != row_) keep_note();
    row_ = row;
    say({});
    show_intent(true);
    work_out();
}

/// Keys that the note leaves over would fold the strip.
void SaveDetailPanel::keyPressEvent(QKeyEvent* event) {
    const bool writes = note_->hasFocus();
    const bool ends = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    if (!writes || (!ends && event->key() != Qt::Key_Escape)) return QWidget::keyPressEvent(event);
    if (!ends) show_intent(true);
    intended_->setFocus();
}

void SaveDetailPanel::keep_note() {
    const KeptSave* save = now();
    const std::string note = note_->text().toStdString();
    if (save != nullptr && save->meant && *save->meant != note)
        watching_.set_meant(save->number, note);
}

void SaveDetailPanel::show_intent(bool other_save) {
    const KeptSave* save = now();
    const bool meant = save != nullptr && save->meant;
    intended_->setChecked(meant);
    note_->setVisible(meant);
    if (other_save || !note_->hasFocus())
        note_->setText(meant ? QString::fromStdString(*save->meant) : QString());
}

void SaveDetailPanel::work_out() {
    show_choice(since_,
                since_seal_ || row_ == 0 ? tr("Since the seal") : tr("Since the save before"));
    detail_.reset();
    trouble_.clear();
    const KeptSave* save = now();
    if (save == nullptr) {
        working_out_.stop();
        show_detail();
        return;
    }
    shown_ = *save;
    working_out_.start(
        [this, painting = watching_.document().painting(),
         earlier = before() != nullptr ? std::optional(*before()) : std::nullopt, later = *save,
         reader = watching_.reader()](const std::stop_token& stop, const Deliver& deliver) {
            auto made = save_detail(painting, earlier ? &*earlier : nullptr, later, reader, stop);
            if (stop.stop_requested()) return;
            deliver([this, made = std::move(made)] {
                if (made)
                    detail_ = *made;
                else
                    trouble_ = QString::fromStdString(made.error().message());
            });
        });
    show_detail();
}

void SaveDetailPanel::show_detail() {
    const KeptSave* save = now();
    mark_->set_verdict(save != nullptr ? std::optional(worst_of(*save)) : std::nullopt);
    if (const QString words = html(); words != text_->property("words").toString()) {
        text_->setProperty("words", words);
        text_->setHtml(words);
    }
    const bool place = detail_ && !detail_->changes.empty() && !writing_.running();
    for (QPushButton* button : {where_, mask_, layer_}) set_enabled(*button, place, *text_);
    // A layer is made for the file as it is now, so only for the last save.
    if (place && row_ != static_cast<int>(watching_.saves().size()) - 1)
        set_enabled(*layer_, false, *text_);
    set_enabled(*intended_, save != nullptr, *text_);
    emit detail_changed();
}

QString SaveDetailPanel::html() const {
    const KeptSave* save = now();
    if (save == nullptr)
        return tr(
            "Each time that the file has been saved, what it is then is measured and listed "
            "here.");
    if (!trouble_.isEmpty()) return trouble_.toHtmlEscaped();
    if (!detail_) return tr("Looking at what changed …");
    const Painting& painting = watching_.document().painting();
    const KeptSave* from = before();
    QString words = from != nullptr
                        ? tr("Between %1 and %2 ").arg(time_of(from->when), time_of(save->when))
                        : tr("Since it was sealed ");
    if (detail_->changes.empty()) {
        words += tr("values stand.");
        return words;
    }
    const QString place = escaped(detail_->sentence);
    words += place.startsWith(QLatin1String("The picture")) ||
                     place.startsWith(QLatin1String("What lies"))
                 ? place.left(1).toLower() + place.mid(1)
                 : place;
    if (!since_seal_ && !save->layers.empty()) words += QLatin1Char(' ') + escaped(save->layers);
    if (!detail_->back) return words;
    const BringBack& back = *detail_->back;
    if (back.ways.empty())
        return words + QLatin1Char(' ') +
               tr("No curve, colour or strength brings it back: it changed in many ways at once.");
    const auto said = [&](const Way& way) {
        return tr("%1 (%2\u00a0→\u00a0%3)")
            .arg(escaped(in_words(way, back, painting)))
            .arg(back.differs, 0, 'f', 2)
            .arg(way.left, 0, 'f', 2);
    };
    words += QStringLiteral(" <b>") + said(back.ways.front()) + QStringLiteral("</b> ") +
             tr("would bring it back; value then ≈%1 instead of ≈%2.")
                 .arg(back.ways.front().value, 0, 'f', 2)
                 .arg(back.value, 0, 'f', 2);
    if (back.ways.size() > 1) words += QStringLiteral("<br>") + tr("Or:");
    for (std::size_t i = 1; i < back.ways.size(); ++i)
        words += (i > 1 ? QStringLiteral("<br>") : QStringLiteral(" ")) + said(back.ways[i]);
    return words;
}

QString SaveDetailPanel::text() const {
    return text_->toPlainText();
}

void SaveDetailPanel::say(const QString& words) {
    said_->setText(words);
    said_->setToolTip(words);
}

void SaveDetailPanel::save_mask() {
    if (!detail_ || now() == nullptr) return;
    const std::string stem = file_name_for(watching_.file().stem().string());
    ask_.to_save(
        tr("Save a mask"), tr("PNG pictures (*.png)"),
        tr("%1 mask.png").arg(QString::fromStdString(stem)),
        [this, place = detail_->back ? detail_->back->place : detail_->place, save = *now(),
         seal = watching_.document().painting().size()](const std::filesystem::path& path) {
            writing_.start(
                [this, place, save, seal, path](const std::stop_token&, const Deliver& deliver) {
                    const Picture mask = mask_for_file(place, seal, save.where, save.size);
                    const Done done = save_png(path, mask);
                    deliver([this, done, path] {
                        say(done ? tr("The mask is %1, white where it changed.")
                                       .arg(text_of(path.filename()))
                                 : QString::fromStdString(done.error().message()));
                    });
                });
            show_detail();
        });
}

/// Measured before it is offered: a file is asked for when it is known to mend.
void SaveDetailPanel::save_layer() {
    if (!detail_ || now() == nullptr) return;
    say(tr("Making the layer …"));
    writing_.start([this, painting = watching_.document().painting(), file = watching_.file(),
                    earlier = before() != nullptr ? std::optional(*before()) : std::nullopt,
                    later = *now(),
                    place = detail_->place](const std::stop_token& stop, const Deliver& deliver) {
        auto made =
            mending_layer(file, painting, earlier ? &*earlier : nullptr, later, place, stop);
        if (stop.stop_requested()) return;
        if (!made) {
            deliver([this, words = made.error().message()] { say(QString::fromStdString(words)); });
            return;
        }
        const auto layer = std::make_shared<const MendingLayer>(std::move(*made));
        deliver([this, layer] {
            if (layer->after >= layer->before)
                return say(tr("A layer would not mend it: %1 before, %2 with it.")
                               .arg(layer->before, 0, 'f', 2)
                               .arg(layer->after, 0, 'f', 2));
            const std::string stem = file_name_for(watching_.file().stem().string());
            say(tr("Measured with the layer: %1 → %2.")
                    .arg(layer->before, 0, 'f', 2)
                    .arg(layer->after, 0, 'f', 2));
            ask_.to_save(
                tr("Save as layer"), tr("PNG pictures (*.png)"),
                tr("%1 mend.png").arg(QString::fromStdString(stem)),
                [this, layer](const std::filesystem::path& path) { write_layer(layer, path); });
        });
    });
    show_detail();
}

void SaveDetailPanel::write_layer(const std::shared_ptr<const MendingLayer>& layer,
                                  const std::filesystem::path& path) {
    writing_.start([this, layer, path](const std::stop_token&, const Deliver& deliver) {
        const Done done = save_png(path, layer->picture);
        deliver([this, done, path, layer] {
            say(done ? tr("%1, laid normal over the file: %2 → %3.")
                           .arg(text_of(path.filename()))
                           .arg(layer->before, 0, 'f', 2)
                           .arg(layer->after, 0, 'f', 2)
                     : QString::fromStdString(done.error().message()));
        });
    });
    show_detail();
}

}  // namespace underpaint
