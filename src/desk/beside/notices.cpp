// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/beside/notices.h"

#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusPendingCallWatcher>
#include <QDBusPendingReply>
#include <QSettings>

namespace underpaint {
namespace {

const QString kWanted = QStringLiteral("beside/notices");
// Milliseconds; the service decides how long it shows a notice.
constexpr int kAsTheServiceLikes = -1;

}  // namespace

Notices::Notices(QObject* parent)
    : QObject(parent), wanted_(QSettings().value(kWanted, false).toBool()) {}

void Notices::set_wanted(bool wanted) {
    wanted_ = wanted;
    QSettings().setValue(kWanted, wanted);
}

void Notices::tell(const QString& title, const QString& words) {
    if (!wanted_) return;
    const QDBusConnection bus = QDBusConnection::sessionBus();
    if (!bus.isConnected()) return;
    const QString service = QStringLiteral("org.freedesktop.Notifications");
    QDBusMessage notice =
        QDBusMessage::createMethodCall(service, QStringLiteral("/org/freedesktop/Notifications"),
                                       service, QStringLiteral("Notify"));
    // A service may read the body as markup.
    notice << QStringLiteral("Faithful Underpaint") << last_
           << QStringLiteral("faithful-underpaint") << title << words.toHtmlEscaped()
           << QStringList()
           << QVariantMap{{QStringLiteral("desktop-entry"), QStringLiteral("faithful-underpaint")}}
           << kAsTheServiceLikes;
    auto* reply = new QDBusPendingCallWatcher(bus.asyncCall(notice), this);
    connect(reply, &QDBusPendingCallWatcher::finished, this, [this, reply] {
        const QDBusPendingReply<quint32> id = *reply;
        reply->deleteLater();
        if (id.isError()) return;
        last_ = id.value();
        emit told(last_);
    });
}

}  // namespace underpaint
