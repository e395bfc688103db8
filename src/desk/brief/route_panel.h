// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/brief/route_list.h"
#include "desk/panes/bench.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace underpaint {

/// The route: its steps with ticks that are measured where they can be, usual and taken times.
class RoutePanel : public QWidget {
    Q_OBJECT
public:
    explicit RoutePanel(const Desk& desk, QWidget* parent = nullptr);

signals:
    void wants_step(std::size_t step);

protected:
    void showEvent(QShowEvent*) override { refresh(); }
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void refresh();
    void fill_routes(QMenu* menu);
    void fill_step(QMenu& menu, std::size_t step);
    void use(const Route& route);
    void change_route(const QString& what, const std::function<void(Route&)>& change);
    void open_file();
    void save_file();
    void keep_as_own();
    /// Puts a line over a row to write into; `take` gets what was written.
    void write_over(const QRectF& place, const QString& text,
                    const std::function<void(const QString&)>& take);
    void write_minutes(std::size_t step);
    void end_writing(bool taken);
    void say(const QString& text);

    Desk desk_;
    Session& session_;
    const BriefMeter& meter_;
    QPushButton* choice_;
    RouteList* list_;
    QLabel* note_;
    QLineEdit* writing_;
    std::function<void(const QString&)> take_;
};

}  // namespace underpaint
