// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/work/session.h"

class QLineEdit;
class QPushButton;

namespace underpaint {

class BarSlider;

/// The settings of the chosen group.
class GroupSheet : public QWidget {
    Q_OBJECT
public:
    explicit GroupSheet(Session& session, QWidget* parent = nullptr);

private:
    const Group* group() const;
    void change(const QString& what, const std::function<void(Group&)>& change,
                const QString& gesture = {});
    void refresh();

    Session& session_;
    QLineEdit* name_;
    QPushButton* on_;
    BarSlider* strength_;
};

}  // namespace underpaint
