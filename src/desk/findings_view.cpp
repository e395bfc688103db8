// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/findings_view.h"

#include <QEvent>
#include <QLabel>
#include <QPainter>
#include <QPushButton>

#include "desk/greys.h"
#include "desk/look.h"
#include "desk/marks.h"
#include "desk/words.h"

namespace underpaint {
namespace {

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
    for (const auto changed : {&Measuring::figures_changed, &Measuring::mends_changed})
        connect(&measuring_, changed, this, &FindingsView::rebuild);
    connect(&values_, &ValuesMeter::findings_changed, this, &FindingsView::rebuild);
    connect(&session_, &Session::begun, this, &FindingsView::rebuild);
    connect(&canvas_, &Canvas::shown_only_changed, this, &FindingsView::rebuild,
            Qt::QueuedConnection);
    // Queued: it may come from a button that rebuilding does away with.
    connect(&canvas_, &Canvas::shown_moved_changed, this, &FindingsView::rebuild,
            Qt::QueuedConnection);
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

void FindingsView::rebuild() {
    emit mend_pointed(nullptr);
    auto* list = new QWidget;
    list->setObjectName(QStringLiteral("findings_list"));
    list->setStyleSheet(
        QStringLiteral("#findings_list { background: %1; }").arg(greys().ladder.name()));
    auto* column = new QVBoxLayout(list);
    column->setContentsMargins(scaled(12), 0, scaled(12), scaled(4));
    column->setSpacing(0);
    if (session_.has_painting()) {
        if (values_only_)
            add_values_rows(*column);
        else
            for (const Finding& finding : measuring_.findings()) add_row(finding, *column);
        if (column->count() == 0) {
            auto* line = new QLabel(tr("Measuring…"));
            line->setProperty("tone", "secondary");
            line->setContentsMargins(0, scaled(8), 0, 0);
            column->addWidget(line);
        }
    }
    column->addStretch(1);
    setWidget(list);
}

void FindingsView::add_values_rows(QVBoxLayout& column) {
    for (const ValueFinding& finding : values_.findings()) add_row(finding, column);
}

/// The mark and the sentence; what follows is put at the end.
QHBoxLayout* FindingsView::begin_row(const Finding& finding, QVBoxLayout& column) {
    auto* row = new QWidget;
    column.addWidget(row);
    row->setObjectName(QStringLiteral("finding_") + from_view(id_of(finding.code)));
    row->setStyleSheet(QStringLiteral("#%1 { border-bottom: 1px solid %2; }")
                           .arg(row->objectName(), greys().rule.name()));
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(0, scaled(4), 0, scaled(4));
    line->setSpacing(scaled(7));
    line->addWidget(new Mark(finding.verdict), 0, Qt::AlignVCenter);
    auto* text = new QLabel(QString::fromStdString(finding.text));
    text->setTextFormat(Qt::PlainText);
    text->setWordWrap(true);
    text->setContentsMargins(scaled(5), 0, scaled(6), 0);
    line->addWidget(text, 1);
    return line;
}

void FindingsView::add_row(const ValueFinding& finding, QVBoxLayout& column) {
    QHBoxLayout* line = begin_row(finding.finding, column);
    if (finding.where) {
        auto* show = new QPushButton(tr("Show"));
        show->setObjectName(QStringLiteral("show"));
        show->setCheckable(true);
        show->setChecked(canvas_.shown_only() == finding.where);
        show->setToolTip(tr("Only the place that is meant; the rest dimmed"));
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
        button->setToolTip(effect);
        connect(button, &QPushButton::clicked, this, [this, mend] {
            canvas_.show_only(nullptr);
            session_.change(QString::fromStdString(mend.label), mend.take(session_.painting()));
            session_.end_gesture();
        });
        line->addWidget(button);
    }
}

void FindingsView::add_row(const Finding& finding, QVBoxLayout& column) {
    QHBoxLayout* line = begin_row(finding, column);
    if (finding.pass == 0 || !measuring_.current()) return;

    const auto pass = static_cast<std::size_t>(finding.pass) - 1;
    auto* show = new QPushButton(tr("Show"));
    show->setObjectName(QStringLiteral("show"));
    show->setCheckable(true);
    show->setChecked(canvas_.shown_moved() == pass);
    show->setToolTip(tr("Only what pass %1 moved by more than a quarter step; the rest dimmed")
                         .arg(finding.pass));
    connect(show, &QPushButton::clicked, this, [this, pass](bool on) {
        if (on) session_.set_moment(pass + 1);
        canvas_.show_moved(on ? std::optional(pass) : std::nullopt);
    });
    line->addWidget(show);
    if (finding.code != FindingCode::values_slip) return;
    for (const Mend& mend : measuring_.mends(pass)) {
        auto* button = new MendButton(QString::fromStdString(mend.label), [this, mend](bool on) {
            emit mend_pointed(on ? &mend : nullptr);
        });
        button->setObjectName(mend.kind == MendKind::ease ? QStringLiteral("mend_ease")
                                                          : QStringLiteral("mend_hold"));
        button->setToolTip(effect_of(mend));
        connect(button, &QPushButton::clicked, this, [this, mend] { take(mend); });
        line->addWidget(button);
    }
}

void FindingsView::take(const Mend& mend) {
    const Painting& painting = session_.painting();
    if (mend.pass >= painting.passes.size()) return;
    const QString name = QString::fromStdString(painting.passes[mend.pass].name);
    canvas_.show_moved(std::nullopt);
    session_.change(tr("%1: %2").arg(name, QString::fromStdString(mend.label)),
                    mended(painting, mend));
    session_.end_gesture();
}

}  // namespace underpaint
