// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <string>
#include <vector>

#include "audit/finding.h"

namespace underpaint {

/// A painting that was measured, and where it came from.
struct AuditedFile {
    std::string file;
    Painting painting;
    Audit audit;
    std::vector<Finding> findings;
    std::vector<std::string> left_out = {};  ///< see OpenedPainting
};

/// Figures as JSON, schema "faithful-underpaint/audit-2": see docs/audit-json.md. Drift in steps of
/// the nine-step scale, shares 0..1, unrounded; null where something could not be measured.
std::string write_audit(const AuditedFile& file);
/// The audits of several files, as a list, each with its "file".
std::string write_audits(std::span<const AuditedFile> files);

/// A version of a painting, measured as a painting of its own.
struct AuditedVersion {
    const Version& version;
    bool chosen = false;
    const Painting& painting;
    Audit audit;
};
/// The last state of each as JSON, schema "faithful-underpaint/versions-1": see
/// docs/versions-json.md.
std::string write_versions(const std::vector<AuditedVersion>& versions, Reader reader);

/// A save of a file that others write, measured as a state after a pass.
struct AuditedSave {
    std::string time;  ///< ISO 8601, UTC
    std::string file;
    int number = 1;
    const Painting& painting;
    const Audit& audit;
    Size size;            ///< of the file
    std::string changed;  ///< since the save before, in a sentence
    std::vector<std::string> notices;
};
/// A save as one line of JSON, schema "faithful-underpaint/watch-1": see docs/watch-json.md.
std::string write_save(const AuditedSave& save);

/// The figures that are numbers, and the verdicts, as comma-separated values (RFC 4180): a line a
/// pass.
std::string write_audits_as_csv(std::span<const AuditedFile> files);

}  // namespace underpaint
