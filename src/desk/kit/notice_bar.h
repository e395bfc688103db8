// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QProgressBar>
#include <QWidget>
#include <functional>
#include <vector>

class QBoxLayout;

namespace underpaint {

class FlowLayout;

/// A sheet over the top edge of another widget in place of a dialog: says what went wrong, asks
/// what is to be done, shows how far long work has come. It takes no room from what it lies over,
/// so that nothing moves when it comes and goes. Words and buttons wrap, and none is cut. One at a
/// time; the newest counts. Escape answers with the last choice.
class NoticeBar : public QWidget {
    Q_OBJECT
public:
    struct Answer {
        QString label;
        std::function<void()> act;
    };

    /// Lies over a widget and is as wide; `over` may be set later.
    explicit NoticeBar(QWidget* parent = nullptr);
    void lie_over(QWidget& over);

    void say(const QString& text);
    void ask(const QString& text, std::vector<Answer> answers);
    /// Shows a bar and a button that calls `stop`, until end_progress(). Does nothing to one that
    /// is shown already but change its words.
    void show_progress(const QString& text, std::function<void()> stop);
    void set_progress(float share);
    /// Puts the bar away; what is said or asked stays.
    void end_progress();
    /// Whether something is said or asked that waits for the person.
    bool asks() const { return !isHidden() && !progress_; }

    QString text() const { return said_; }

signals:
    void closed();  ///< by an answer

protected:
    bool event(QEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    void show_sheet(const QString& text, bool progress, std::vector<Answer> answers);
    void answer(std::size_t index);
    void place();

    void arrange(QSize room);

    QString said_;  // without the places where a long word may be broken
    QLabel* text_;
    QProgressBar* bar_;
    QBoxLayout* row_;
    FlowLayout* buttons_;
    std::vector<Answer> answers_;
    bool progress_ = false;
};

}  // namespace underpaint
