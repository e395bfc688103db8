// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <memory>
#include <string>
#include <vector>

#include "icc/print_proof.h"
#include "terms/result.h"

namespace underpaint {

/// A printer's profile that can be chosen.
struct PaperProfile {
    std::string name;            ///< what it calls itself; UTF-8
    std::filesystem::path file;  ///< empty: the approximation that ships with the program
};

/// The program's own profile first, then those of printers among the system's and the person's (XDG
/// Base Directory Specification: color/icc in the data folders, and below), by name. Files that are
/// no profile, larger than kMaxProfile, or not for a printer are left out.
std::vector<PaperProfile> paper_profiles();

/// \param file empty: the approximation that ships with the program
[[nodiscard]] Result<std::shared_ptr<const PrintProof>> open_paper(
    const std::filesystem::path& file, PrintIntent intent = PrintIntent::colorimetric);

inline constexpr std::uintmax_t kMaxProfile = 32 << 20;  ///< bytes

}  // namespace underpaint
