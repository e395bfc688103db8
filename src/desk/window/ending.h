// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QSocketNotifier>
#include <functional>

namespace underpaint {

/// Hears that the program is to end without anybody being asked: SIGTERM, SIGHUP and SIGINT, and
/// the end of the desktop's session. Calls `keep` then, and on a signal ends the program. One at a
/// time.
class Ending {
public:
    explicit Ending(std::function<void()> keep);
    ~Ending();
    Ending(const Ending&) = delete;
    Ending& operator=(const Ending&) = delete;

private:
    std::function<void()> keep_;
    std::unique_ptr<QSocketNotifier> notifier_;
    QMetaObject::Connection session_;
};

}  // namespace underpaint
