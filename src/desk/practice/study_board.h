// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>

#include "desk/practice/study_slot.h"
#include "practice/study.h"

class QButtonGroup;
class QLineEdit;

namespace underpaint {

/// A study as it was measured, with what the painter says of it.
struct MeasuredStudy {
    StudyFigures figures;
    QString name;
    double minutes = 0;  ///< 0: not said
};

/// Brings in a study and its reference, measures them, and shows them large beside each other.
class StudyBoard : public QWidget {
    Q_OBJECT
public:
    explicit StudyBoard(const Desk& desk, QWidget* parent = nullptr);
    void begin(StudyKind kind);
    /// The pictures of one that was measured; null: what is to be brought in.
    void show_measured(const MeasuredStudy* study);
    bool finished() const {
        return !measuring_.running() && study_->finished() && reference_->finished();
    }

signals:
    void measured(const underpaint::MeasuredStudy& study);
    void left();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    QWidget* make_intake();
    QWidget* make_result();
    void measure();
    void refresh();
    StudyKind kind() const;

    Desk desk_;
    LatestJob measuring_;
    QButtonGroup* kinds_;
    StudySlot *study_, *reference_;
    QPushButton *photograph_, *even_, *measure_, *another_;
    QLineEdit* minutes_;
    QLabel *words_, *result_words_;
    QString trouble_;
    QWidget *intake_, *result_;
    std::array<QLabel*, 3> pictures_{};
};

/// The three pictures of a study beside each other, by name.
std::array<const Picture*, 3> pictures_of(const StudyFigures& figures);
QStringList picture_names(StudyKind kind);

}  // namespace underpaint
