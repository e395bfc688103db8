// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "audit/finding.h"

class QHBoxLayout;
class QLabel;
class QPushButton;

namespace underpaint {

class VerdictMark;

/// One finding of the list: a mark, a sentence, Show, and what can be done about it. It follows a
/// finding whose words and figures change, so that what a pointer rests on stays where it is.
class FindingRow : public QWidget {
    Q_OBJECT
public:
    /// \param narrow  the buttons stand under the sentence
    FindingRow(const Finding& finding, bool narrow);

    const Finding& finding() const { return finding_; }
    bool narrow() const { return narrow_; }
    /// Says the finding as it is now; false, and nothing done, when other buttons would go with it.
    bool follow(const Finding& finding);
    /// Whether anything of it can be shown or taken.
    void set_usable(bool usable);
    /// Whether it lies where this screen tells no steps apart, which is said after the sentence.
    void set_hidden_here(bool hidden);
    /// Whether its place is what the canvas shows.
    void set_shown(bool shown);

signals:
    void show_asked(bool on);
    void mend_pointed(const underpaint::Mend* mend);  ///< null when the pointer has left it
    void mend_taken(const underpaint::Mend& mend);
    void meant();
    void meant_no_longer();

private:
    void say();
    QPushButton* show_button();
    QPushButton* mend_button(const Mend& mend);
    QPushButton* more_button(std::size_t shown_mends);

    Finding finding_;
    bool narrow_;
    VerdictMark* mark_;
    QLabel* text_;
    QPushButton* show_ = nullptr;
    bool hidden_here_ = false;
};

}  // namespace underpaint
