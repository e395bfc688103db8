// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/findings_view.h"

#include <QEvent>
#include <QLabel>
#include <QPainter>
#include <QPushButton>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

const QString kMendHint = QObject::tr("Rest here: what it would leave is said under the picture");

/// What its button is called.
struct MendNames {
    QString operator()(const SetStrength&) const { return QStringLiteral("mend_ease"); }
    QString operator()(const SetHold&) const { return QStringLiteral("mend_hold"); }
    QString operator()(const MatchStops&) const { return QStringLiteral("mend_match"); }
    QString operator()(const LayBeneath&) const { return QStringLiteral("mend_beneath"); }
    QString operator()(const SetBalance&) const { return QStringLiteral("mend_balance"); }
    QString operator()(const LayValuePass&) const { return QStringLiteral("value_mend"); }
    QString operator()(const MoveSplits&) const { return QStringLiteral("value_mend"); }
};
constexpr MendNames kMendNames;

class Mark : public QWidget {
public:
    explicit Mark(Verdict verdict) : verdict_(verdict) {
        setFixedSize(scaled(10), scaled(10));
        setAccessibleName(word_of(verdict));
        setToolTip(word_of(verdict));
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        draw_mark(painter, rect(), verdict_, greys().strong);
    }

private:
    Verdict verdict_;
};

/// Tells when the pointer or the focus rests on it.
class MendButton : public QPushButton {
public:
    MendButton(const QString& label, std::function<void(bool)> pointed)
        : QPushButton(label), pointed_(std::move(pointed)) {}

protected:
    bool event(QEvent* event) override {
        if (event->type() == QEvent::Enter || event->type() == QEvent::FocusIn) pointed_(true);
        if (event->type() == QEvent::Leave || event->type() == QEvent::FocusOut) pointed_(false);
        return QPushButton::event(event);
    }

private:
    std::function<void(bool)> pointed_;
};

}  // namespace

FindingsView::FindingsView(Session& session, Canvas& canvas, QWidget* parent)
    : QScrollArea(parent), session_(session), canvas_(canvas) {
    setObjectName(QStringLiteral("findings"));
    setAccessibleName(tr("Findings"));
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFrameShape(QFrame::NoFrame);
    setFocusPolicy(Qt::NoFocus);
    connect(&session_.document, &Document::begun, this, &FindingsView::rebuild);
    connect(&canvas_, &Canvas::shown_only_changed, this, &FindingsView::rebuild_later);
    rebuild();
}

void FindingsView::watch(FindingsMeter& meter) {
    if (meter_ == &meter) return;
    if (meter_ != nullptr) disconnect(meter_, nullptr, this, nullptr);
    meter_ = &meter;
    connect(meter_, &FindingsMeter::findings_changed, this, &FindingsView::rebuild);
    connect(meter_, &FindingsMeter::outdated, this, &FindingsView::grey_out);
    rebuild();
}

bool FindingsView::narrow() const {
    return width() < scaled(620);
}

void FindingsView::resizeEvent(QResizeEvent* event) {
    QScrollArea::resizeEvent(event);
    if (narrow() != was_narrow_) rebuild_later();
}

/// It may come from a button that rebuilding does away with.
void FindingsView::rebuild_later() {
    QMetaObject::invokeMethod(this, &FindingsView::rebuild, Qt::QueuedConnection);
}

void FindingsView::grey_out() {
    for (auto* button : list_->findChildren<QPushButton*>()) button->setEnabled(false);
    emit mend_pointed(nullptr);
}

void FindingsView::rebuild() {
    emit mend_pointed(nullptr);
    was_narrow_ = narrow();
    list_ = new QWidget;
    list_->setObjectName(QStringLiteral("findings_list"));
    auto* column = new QVBoxLayout(list_);
    column->setContentsMargins(scaled(12), 0, scaled(12), scaled(4));
    column->setSpacing(0);
    if (session_.document.has_painting()) add_rows(*column);
    column->addStretch(1);
    setWidget(list_);
    if (meter_ == nullptr || !meter_->findings_current()) grey_out();
}

void FindingsView::add_rows(QVBoxLayout& column) {
    if (meter_ != nullptr)
        for (const Finding& finding : meter_->findings()) add_row(finding, column);
    if (column.count() > 0) return;
    auto* line = new QLabel(tr("Measuring…"));
    line->setProperty("tone", "secondary");
    line->setContentsMargins(0, scaled(8), 0, 0);
    column.addWidget(line);
}

/// The mark and the sentence; what follows is put at the end.
QHBoxLayout* FindingsView::begin_row(const Finding& finding, QVBoxLayout& column) {
    auto* row = new QWidget;
    column.addWidget(row);
    row->setObjectName(QStringLiteral("finding_") + from_view(id_of(finding.code)));
    row->setProperty("row", "finding");
    auto* line = new QHBoxLayout;
    line->setSpacing(scaled(7));
    line->addWidget(new Mark(finding.verdict), 0, Qt::AlignVCenter);
    auto* text = new QLabel(QString::fromStdString(finding.text));
    text->setTextFormat(Qt::PlainText);
    text->setWordWrap(true);
    text->setContentsMargins(scaled(5), 0, scaled(6), 0);
    line->addWidget(text, 1);
    auto* lines = new QVBoxLayout(row);
    lines->setContentsMargins(0, scaled(4), 0, scaled(4));
    lines->setSpacing(scaled(3));
    lines->addLayout(line);
    if (!narrow()) return line;
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(scaled(7));
    buttons->addStretch(1);
    lines->addLayout(buttons);
    return buttons;
}

void FindingsView::add_row(const Finding& finding, QVBoxLayout& column) {
    QHBoxLayout* line = begin_row(finding, column);
    if (finding.where || finding.pass > 0) line->addWidget(show_button(finding));
    for (const Mend& mend : finding.mends) line->addWidget(mend_button(mend));
}

QPushButton* FindingsView::show_button(const Finding& finding) {
    auto* show = new QPushButton(tr("Show"));
    show->setObjectName(QStringLiteral("show"));
    show->setCheckable(true);
    show->setChecked(finding.where && finding.where == canvas_.shown_only());
    show->setToolTip(finding.pass > 0
                         ? tr("Only the place that is meant, after pass %1").arg(finding.pass)
                         : tr("Only the place that is meant"));
    connect(show, &QPushButton::clicked, this,
            [this, finding](bool on) { show_place(finding, on); });
    return show;
}

QPushButton* FindingsView::mend_button(const Mend& mend) {
    auto* button = new MendButton(QString::fromStdString(mend.label), [this, mend](bool on) {
        emit mend_pointed(on ? &mend : nullptr);
    });
    button->setObjectName(std::visit(kMendNames, mend.change));
    button->setAccessibleDescription(QString::fromStdString(mend.effect));
    button->setToolTip(kMendHint);
    connect(button, &QPushButton::clicked, this, [this, mend] { take(mend); });
    return button;
}

void FindingsView::show_place(const Finding& finding, bool on) {
    if (on && !meter_->findings_current()) return;
    const SharedPicture place = on ? meter_->place_of(finding) : nullptr;
    if (on && finding.pass > 0) session_.outlook.set_moment(static_cast<std::size_t>(finding.pass));
    canvas_.show_only(place);
}

void FindingsView::take(const Mend& mend) {
    const Painting& painting = session_.document.painting();
    QString label = QString::fromStdString(mend.label);
    if (const auto pass = pass_of(mend); pass && *pass < painting.passes.size())
        label = tr("%1: %2").arg(shown(painting.passes[*pass].name), label);
    canvas_.show_everything();
    session_.document.change(label, mended(painting, mend));
    session_.document.end_gesture();
}

}  // namespace underpaint
