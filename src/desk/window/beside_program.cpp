// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/beside_program.h"

#include "desk/window/main_window.h"
#include "files/log.h"
#include "files/user_folders.h"

namespace underpaint {

BesideProgram::BesideProgram(std::function<std::string()> day, std::function<Moment()> clock)
    : day_(std::move(day)), clock_(std::move(clock)) {}

BesideProgram::~BesideProgram() = default;

Done BesideProgram::begin(const std::filesystem::path& file, const std::filesystem::path& against) {
    watched_ = mark_watched(file);
    if (!watched_) return trouble(file.string(), "it is watched already, by another strip.");
    const auto store = state_folder() / "unsaved";
    auto own = own_painting(file, against, store);
    if (!own) return tl::unexpected(own.error());
    const auto rules = PainterFiles::usual().rules();
    desk_ = std::make_unique<BesideDesk>(
        std::move(*own),
        WatchOptions{file, Reader::lightness, rules ? *rules : HouseRules(), clock_}, store,
        AskForFile());
    connect(desk_.get(), &BesideDesk::opened, this, &BesideProgram::open_window);
    connect(desk_.get(), &BesideDesk::troubled, this,
            [](const QString& words) { write_to_log(words.toStdString()); });
    desk_->strip().show();
    return {};
}

void BesideProgram::open_window(const std::shared_ptr<BesideDesk::Opened>& opened) {
    window_ = std::make_unique<MainWindow>(day_, clock_);
    window_->show();
    // The window opens a new strip in the place of this one.
    watched_.reset();
    window_->take_from_strip(opened);
    desk_->strip().hide();
    desk_.release()->deleteLater();
}

void BesideProgram::keep_now() {
    if (desk_) desk_->keep_now();
    if (window_) window_->autosave().keep_now();
}

}  // namespace underpaint
