// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <map>
#include <string>

#include "report/choices.h"
#include "terms/result.h"

namespace underpaint {

/// The presets as the painter changed them, and the one used last.
struct KeptPresets {
    std::string used = "myself";                    ///< id of a preset
    std::map<std::string, ReportSettings> changed;  ///< by id of the preset

    /// The painter's, or those of the program. `id` must be that of a preset.
    const ReportSettings& settings_of(const std::string& id) const;
    friend bool operator==(const KeptPresets&, const KeptPresets&) = default;
};

/// Writes JSON ("faithful-underpaint/report-presets-1").
std::string write_presets(const KeptPresets& presets);
/// Numbers are brought into range; sections and presets that are not known are left out.
[[nodiscard]] Result<KeptPresets> parse_presets(const std::string& file, std::string_view json);

/// In a folder of the painter's settings. None are kept there yet: as the program has them.
[[nodiscard]] Result<KeptPresets> read_presets(const std::filesystem::path& folder);
/// In one step; a file that can't be read is put aside.
[[nodiscard]] Done save_presets(const std::filesystem::path& folder, const KeptPresets& presets);

}  // namespace underpaint
