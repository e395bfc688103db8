// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QProgressBar>
#include <QWidget>
#include <functional>
#include <vector>

class QHBoxLayout;

namespace underpaint {

/// A sheet over the canvas in place of a dialog: says what went wrong, asks what is to be done,
/// shows how far long work has come. One at a time; the newest counts. Escape answers with the last
/// choice.
class NoticeBar : public QWidget {
    Q_OBJECT
public:
    struct Answer {
        QString label;
        std::function<void()> act;
    };

    explicit NoticeBar(QWidget* parent = nullptr);

    void say(const QString& text);
    void ask(const QString& text, std::vector<Answer> answers);
    /// Shows a bar and a button that calls `stop`; until done().
    void show_progress(const QString& text, std::function<void()> stop);
    void set_progress(float share);
    void done();

    QString text() const { return text_->text(); }

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    void show_sheet(const QString& text, bool progress, std::vector<Answer> answers);
    void answer(std::size_t index);

    QLabel* text_;
    QProgressBar* bar_;
    QHBoxLayout* buttons_;
    std::vector<Answer> answers_;
};

}  // namespace underpaint
