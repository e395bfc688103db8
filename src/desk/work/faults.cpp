// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/faults.h"

#include <new>

#include "files/log.h"

namespace underpaint {

Faults& Faults::all() {
    static Faults faults;
    return faults;
}

QString fault_of(const std::function<void()>& work, const std::string& what) {
    const auto fault = [&](const std::string& error) {
        write_to_log("A fault of the program, in " + what + ": " + error);
        return QObject::tr(
                   "A fault of the program ended this (%1). The painting is as it was; save it, "
                   "and try once more.")
            .arg(QString::fromStdString(error));
    };
    try {
        work();
        return {};
    } catch (const std::bad_alloc&) {
        write_to_log("There was not enough memory for " + what + ".");
        return QObject::tr(
            "There is not enough memory for this. The painting is as it was; close other programs "
            "and try again.");
    } catch (const std::exception& error) {
        return fault(error.what());
    } catch (...) {
        return fault("unknown");
    }
}

}  // namespace underpaint
