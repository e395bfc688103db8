// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <map>
#include <memory>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "files/disk.h"
#include "files/file_lock.h"
#include "files/unsaved_note.h"
#include "painting/painting.h"

namespace underpaint {

// What is kept of a painting while it is not saved, so that it outlives this program: a folder of
// its own for each, with its pictures and, written last and in one step, what is made of them. A
// lock says that somebody works on it; the system lets go of it however the program ends.

/// The folder of one painting, held until this ends, which leaves it as it is.
class UnsavedWork {
public:
    /// A new one among `store`, which is made where it is missing.
    [[nodiscard]] static Result<UnsavedWork> begin(const std::filesystem::path& store);
    /// One that an earlier sitting left. Trouble when somebody has it.
    [[nodiscard]] static Result<UnsavedWork> take_up(const std::filesystem::path& folder);

    /// Writes what is not there yet. Until that is done, what was kept before stands. Not from two
    /// threads at once.
    [[nodiscard]] Done keep(const Painting& painting, const UnsavedNote& note,
                            const std::stop_token& stop = {});
    /// Nothing of it is wanted any more.
    void drop();
    const std::filesystem::path& folder() const { return folder_; }

private:
    UnsavedWork(std::filesystem::path folder, FileLock lock);
    std::string fresh_name(const char* ending);
    [[nodiscard]] Done write_picture(const std::string& name, const SharedPicture& picture);

    struct Written {
        std::weak_ptr<const void> what;
        std::string name;
    };
    /// A picture's file: all of it, or what it has that another one has not.
    struct PictureFile {
        std::optional<Picture> pixels;  ///< that the file stands for, while the painting has them
        std::string of;                 ///< the other one; empty: there is none
        std::vector<int> tiles;         ///< that are in this file
        std::size_t patches = 0, patched = 0;  ///< files one upon the other, and their tiles
    };
    std::filesystem::path folder_;
    FileLock lock_;
    std::map<const void*, Written> written_;
    std::map<std::string, PictureFile> picture_files_;
    std::size_t number_ = 0;
};

}  // namespace underpaint
