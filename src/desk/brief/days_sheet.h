// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>

#include "desk/work/session.h"

class QFormLayout;
class QLineEdit;
class QPushButton;

namespace underpaint {

/// When the picture is due and when there is time to work: opens beside its button.
class DaysSheet : public QWidget {
    Q_OBJECT
public:
    explicit DaysSheet(Session& session, QWidget* parent = nullptr);
    void open_above(const QWidget& button);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QLineEdit* add_line(QFormLayout& form, const char* name, const QString& label,
                        const QString& about, void (DaysSheet::*taken)());
    void refresh();
    void take_due();
    void take_minutes();
    void take_begins();
    void take_days_off();

    Session& session_;
    QLineEdit *due_, *minutes_, *begins_, *days_off_;
    std::array<QPushButton*, 7> weekdays_{};
    QPushButton* canvas_;
};

}  // namespace underpaint
