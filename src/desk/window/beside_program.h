// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <functional>
#include <memory>
#include <string>

#include "brief/time_log.h"
#include "desk/window/beside_desk.h"

namespace underpaint {

class MainWindow;

/// The program as it runs beside another one: a strip alone, and a window only once a save is
/// opened in it.
class BesideProgram : public QObject {
    Q_OBJECT
public:
    /// \param day as for MainWindow, \param clock the moment
    BesideProgram(std::function<std::string()> day, std::function<Moment()> clock);
    ~BesideProgram() override;

    /// Shows the strip. \param against a painting whose seal is measured against; empty: the first
    /// save is sealed. Trouble when it can't be opened, or when the file is watched already.
    [[nodiscard]] Done begin(const std::filesystem::path& file,
                             const std::filesystem::path& against);
    /// Null once a window has taken the strip over.
    BesideDesk* desk() const { return desk_.get(); }
    /// Null while there is none.
    MainWindow* window() const { return window_.get(); }
    void keep_now();

private:
    void open_window(const std::shared_ptr<BesideDesk::Opened>& opened);

    std::function<std::string()> day_;
    std::function<Moment()> clock_;
    std::optional<FileLock> watched_;
    std::unique_ptr<BesideDesk> desk_;
    std::unique_ptr<MainWindow> window_;
};

}  // namespace underpaint
