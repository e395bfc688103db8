// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/application.h"

#include <QSysInfo>
#include <QThread>

#include "desk/work/faults.h"
#include "files/log.h"

namespace underpaint {
namespace {

QtMessageHandler before = nullptr;

void to_log(QtMsgType type, const QMessageLogContext& context, const QString& text) {
    if (type != QtDebugMsg && type != QtInfoMsg) write_to_log("Qt: " + text.toStdString());
    before(type, context, text);
}

}  // namespace

Application::Application(int& argc, char** argv) : QApplication(argc, argv) {
    setApplicationName(QStringLiteral("Faithful Underpaint"));
    setOrganizationName(QStringLiteral("Faithful Underpaint"));
    setApplicationVersion(QStringLiteral(UNDERPAINT_VERSION));
    setDesktopFileName(QStringLiteral("faithful-underpaint"));
    before = qInstallMessageHandler(to_log);
}

bool Application::notify(QObject* receiver, QEvent* event) {
    bool handled = false;
    const QString fault =
        fault_of([&] { handled = QApplication::notify(receiver, event); }, "the interface");
    if (!fault.isEmpty())
        QMetaObject::invokeMethod(
            &Faults::all(), [fault] { emit Faults::all().happened(fault); }, Qt::QueuedConnection);
    return handled;
}

QList<std::pair<QString, QString>> versions() {
    return {{QStringLiteral("Faithful Underpaint"), QStringLiteral(UNDERPAINT_VERSION)},
            {QStringLiteral("Qt"), QString::fromLatin1(qVersion())},
            {QObject::tr("Shown by"), QGuiApplication::platformName()},
            {QObject::tr("System"), QSysInfo::prettyProductName()},
            {QObject::tr("Kernel"), QSysInfo::kernelVersion()},
            {QObject::tr("Processor"), QObject::tr("%1, %2 at a time")
                                           .arg(QSysInfo::currentCpuArchitecture())
                                           .arg(QThread::idealThreadCount())}};
}

}  // namespace underpaint
