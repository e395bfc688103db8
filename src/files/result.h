// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <tl/expected.hpp>

namespace underpaint {

/// Something that could not be done, told to a person: which file, what happened, what to do.
struct Trouble {
    std::string file;  ///< as the person knows it: a path, or a file name
    std::string what;  ///< a sentence or two, without the file's name

    std::string message() const { return file.empty() ? what : file + ": " + what; }
};

template <class T>
using Result = tl::expected<T, Trouble>;
using Done = Result<void>;

inline tl::unexpected<Trouble> trouble(std::string file, std::string what) {
    return tl::unexpected(Trouble{std::move(file), std::move(what)});
}

}  // namespace underpaint
