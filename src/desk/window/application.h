// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QApplication>

namespace underpaint {

/// An exception that comes out of an event ends what the event asked for, with a sentence, and not
/// the program; what the toolkit has to say of itself goes into the log.
class Application : public QApplication {
public:
    Application(int& argc, char** argv);
    bool notify(QObject* receiver, QEvent* event) override;
};

/// The program, the toolkit and the system, a line each: name and version.
QList<std::pair<QString, QString>> versions();

}  // namespace underpaint
