// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <map>

#include "desk/panes/bench.h"

class QGridLayout;
class QLabel;
class QLineEdit;
class QMenu;
class QPushButton;

namespace underpaint {

class ColourButton;
class VerdictMark;

/// The lines of the brief, each beside what the picture has. A line that is left empty is open.
class BriefPanel : public QWidget {
    Q_OBJECT
public:
    explicit BriefPanel(const Desk& desk, QWidget* parent = nullptr);

signals:
    void wants_late_change();

protected:
    void showEvent(QShowEvent*) override { refresh(); }

private:
    void build();
    QLineEdit* add_text(QGridLayout* grid, const char* name, const QString& label,
                        const QString& about, void (BriefPanel::*taken)());
    QPushButton* add_choice(QGridLayout* grid, const char* name, const QString& label,
                            const QString& about);
    void add_now(QGridLayout* grid, const char* line);
    void fill_take_from(QMenu* menu);
    void refresh();
    void refresh_now();
    void take_purpose();
    void take_size();
    void take_lead();
    void take_swing();
    void take_range();
    void take_mother();
    void take_strongest();

    Session& session_;
    const BriefMeter& meter_;
    QLineEdit *purpose_, *size_, *lead_, *swing_, *range_, *mother_, *strongest_;
    QPushButton *light_, *key_, *at_, *take_;
    ColourButton* colour_;
    struct Now {
        QLabel* figure;
        VerdictMark* mark;
    };
    std::map<std::string, Now> now_;
};

}  // namespace underpaint
