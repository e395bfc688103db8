// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "audit/shade_balance.h"
#include "desk/work/latest_job.h"
#include "desk/work/session.h"

class QLabel;
class QPushButton;

namespace underpaint {

class BarSlider;

/// How much of the chosen shading lies over the colours and how much under, with a mark where the
/// sealed values are kept best, and the most over that they bear. Hidden where no shading is
/// chosen.
class ShadingRow : public QWidget {
    Q_OBJECT
public:
    explicit ShadingRow(Session& session, QWidget* parent = nullptr);
    void refresh();
    bool finished() const { return !job_.running(); }

protected:
    void showEvent(QShowEvent*) override { refresh(); }

private:
    std::optional<Shading> shading() const;
    void set(float over, const QString& gesture = {});
    void seek();
    void say(const std::optional<ShadeBalance>& balance);

    Session& session_;
    BarSlider* slider_;
    QLabel* said_;
    QPushButton* most_;
    std::optional<Painting> sought_;  // what the mark was last sought for, at even balance
    std::optional<ShadeBalance> balance_;
    LatestJob job_;
};

}  // namespace underpaint
