// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QString>

namespace underpaint {

/// Tells of a save that stands worse through the desktop's notification service
/// (org.freedesktop.Notifications, Desktop Notifications Specification 1.2), only where the painter
/// has asked for it. One notice, which the next replaces. Without a service it stays silent.
class Notices : public QObject {
    Q_OBJECT
public:
    explicit Notices(QObject* parent = nullptr);

    /// Whether the painter wants them; kept among the settings.
    bool wanted() const { return wanted_; }
    void set_wanted(bool wanted);
    void tell(const QString& title, const QString& words);

signals:
    void told(quint32 id);  ///< the service has shown it

private:
    bool wanted_;
    quint32 last_ = 0;
};

}  // namespace underpaint
