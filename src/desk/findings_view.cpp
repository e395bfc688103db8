// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/findings_view.h"

#include <QEvent>
#include <QLabel>
#include <QPainter>
#include <QPushButton>

#include "audit/finding_place.h"
#include "desk/greys.h"
#include "desk/look.h"
#include "desk/marks.h"
#include "desk/words.h"

namespace underpaint {
namespace {

const QString kMendHint = QObject::tr("Rest here: what it would leave is said under the picture");

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

FindingsView::FindingsView(Session& session, const Measuring& measuring, const ValuesMeter& values,
                           Canvas& canvas, QWidget* parent)
    : QScrollArea(parent),
      session_(session),
      measuring_(measuring),
      values_(values),
      canvas_(canvas) {
    setObjectName(QStringLiteral("findings"));
    setAccessibleName(tr("Findings"));
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFrameShape(QFrame::NoFrame);
    setFocusPolicy(Qt::NoFocus);
    connect(&measuring_, &Measuring::figures_changed, this, [this] {
        places_.clear();
        rebuild();
    });
    connect(&measuring_, &Measuring::mends_changed, this, &FindingsView::rebuild);
    connect(&measuring_, &Measuring::outdated, this, &FindingsView::grey_out);
    connect(&values_, &ValuesMeter::findings_changed, this, &FindingsView::rebuild);
    connect(&values_, &ValuesMeter::outdated, this, &FindingsView::grey_out);
    connect(&session_, &Session::begun, this, &FindingsView::rebuild);
    connect(&canvas_, &Canvas::shown_only_changed, this, &FindingsView::rebuild_later);
    rebuild();
}

QString FindingsView::effect_of(const Mend& mend) {
    QString text = tr("Would leave the balance at: value %1").arg(mend.value_p95, 0, 'f', 2);
    if (mend.focus_kept) text += tr(", focus %1%").arg(100 * *mend.focus_kept, 0, 'f', 0);
    return text + tr(", swing %1").arg(signed_figure(mend.swing, 1));
}

void FindingsView::set_values_only(bool values_only) {
    if (values_only_ == values_only) return;
    values_only_ = values_only;
    rebuild();
}

bool FindingsView::current() const {
    return values_only_ ? values_.findings_current() : measuring_.current();
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
    if (session_.has_painting()) add_rows(*column);
    column->addStretch(1);
    setWidget(list_);
    if (!current()) grey_out();
}

void FindingsView::add_rows(QVBoxLayout& column) {
    if (values_only_)
        for (const ValueFinding& finding : values_.findings()) add_row(finding, column);
    else
        for (const Finding& finding : measuring_.findings()) add_row(finding, column);
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

QPushButton* FindingsView::show_button(bool shown, const QString& about) {
    auto* show = new QPushButton(tr("Show"));
    show->setObjectName(QStringLiteral("show"));
    show->setCheckable(true);
    show->setChecked(shown);
    show->setToolTip(about);
    return show;
}

void FindingsView::add_row(const ValueFinding& finding, QVBoxLayout& column) {
    QHBoxLayout* line = begin_row(finding.finding, column);
    if (finding.where) {
        auto* show =
            show_button(canvas_.shown_only() == finding.where, tr("Only the place that is meant"));
        connect(show, &QPushButton::clicked, this, [this, where = finding.where](bool on) {
            canvas_.show_only(on ? where : nullptr);
        });
        line->addWidget(show);
    }
    for (const ValueMend& mend : finding.mends) {
        const QString effect = QString::fromStdString(mend.effect);
        auto* button = new MendButton(QString::fromStdString(mend.label), [this, effect](bool on) {
            emit effect_pointed(on ? effect : QString());
        });
        button->setObjectName(QStringLiteral("value_mend"));
        button->setAccessibleDescription(effect);
        button->setToolTip(kMendHint);
        connect(button, &QPushButton::clicked, this, [this, mend] { take(mend); });
        line->addWidget(button);
    }
}

void FindingsView::add_row(const Finding& finding, QVBoxLayout& column) {
    QHBoxLayout* line = begin_row(finding, column);
    if (finding.pass == 0) return;
    const auto known = std::ranges::find(places_, finding, &Shown::finding);
    const bool shown =
        known != places_.end() && known->where && known->where == canvas_.shown_only();
    auto* show =
        show_button(shown, tr("Only the place that is meant, after pass %1").arg(finding.pass));
    connect(show, &QPushButton::clicked, this,
            [this, finding](bool on) { show_place(finding, on); });
    line->addWidget(show);
    if (finding.code != FindingCode::values_slip) return;
    const auto pass = static_cast<std::size_t>(finding.pass) - 1;
    for (const Mend& mend : measuring_.mends(pass)) {
        auto* button = new MendButton(QString::fromStdString(mend.label), [this, mend](bool on) {
            emit mend_pointed(on ? &mend : nullptr);
        });
        button->setObjectName(mend.kind == MendKind::ease ? QStringLiteral("mend_ease")
                                                          : QStringLiteral("mend_hold"));
        button->setAccessibleDescription(effect_of(mend));
        button->setToolTip(kMendHint);
        connect(button, &QPushButton::clicked, this, [this, mend] { take(mend); });
        line->addWidget(button);
    }
}

void FindingsView::show_place(const Finding& finding, bool on) {
    if (!on) return canvas_.show_only(nullptr);
    if (!measuring_.current() || !measuring_.audit()) return;
    auto known = std::ranges::find(places_, finding, &Shown::finding);
    if (known == places_.end()) {
        places_.push_back({finding, place_of(session_.painting(), *measuring_.audit(), finding)});
        known = std::prev(places_.end());
    }
    session_.set_moment(static_cast<std::size_t>(finding.pass));
    canvas_.show_only(known->where);
}

void FindingsView::take(const Mend& mend) {
    const Painting& painting = session_.painting();
    if (mend.pass >= painting.passes.size()) return;
    const QString name = shown(painting.passes[mend.pass].name);
    canvas_.show_everything();
    session_.change(tr("%1: %2").arg(name, QString::fromStdString(mend.label)),
                    mended(painting, mend));
    session_.end_gesture();
}

void FindingsView::take(const ValueMend& mend) {
    canvas_.show_everything();
    session_.change(QString::fromStdString(mend.label), mended(session_.painting(), mend));
    session_.end_gesture();
}

}  // namespace underpaint
