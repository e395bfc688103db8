// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QString>
#include <functional>
#include <string>

namespace underpaint {

/// One place that hears of work that ended by an exception and that nobody answered for.
class Faults : public QObject {
    Q_OBJECT
public:
    static Faults& all();

signals:
    void happened(const QString& sentence);
};

/// Runs work and writes into the log how it failed and what it was. Empty when it did not fail;
/// else a sentence for the painter.
QString fault_of(const std::function<void()>& work, const std::string& what);

}  // namespace underpaint
