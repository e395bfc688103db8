// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "audit/safe_mends.h"
#include "desk/work/latest_job.h"
#include "desk/work/meters.h"
#include "desk/work/session.h"

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace underpaint {

/// Lists the mends that make nothing worse, in their order, with the balance after each, and one
/// button that takes them all as one change.
class SafePage : public QWidget {
    Q_OBJECT
public:
    SafePage(Session& session, const Measuring& measuring, QWidget* parent = nullptr);
    /// Looks for them, for the painting as it is.
    void begin();
    bool finished() const { return !job_.running(); }

signals:
    void done();

private:
    void stop();
    Basis basis() const;
    void show_found(SafeMends found);
    void outdated();
    void say(const QString& words);
    void clear();
    void take();

    Session& session_;
    const Measuring& measuring_;
    QLabel* state_;
    QVBoxLayout* list_;
    QPushButton *take_, *back_;
    std::optional<Basis> of_;  // what they were found for
    SafeMends found_;
    LatestJob job_;
};

}  // namespace underpaint
