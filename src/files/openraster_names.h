// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace underpaint {

// Where things stand in the container.
inline constexpr const char* kMimetypeEntry = "mimetype";
inline constexpr const char* kMimetype = "image/openraster";
inline constexpr const char* kStackEntry = "stack.xml";
inline constexpr const char* kMergedEntry = "mergedimage.png";
inline constexpr const char* kThumbnailEntry = "Thumbnails/thumbnail.png";
inline constexpr const char* kOwnFolder = "faithful-underpaint/";
inline constexpr const char* kPaintingEntry = "faithful-underpaint/painting.json";
inline constexpr const char* kBriefEntry = "faithful-underpaint/brief.json";
inline constexpr const char* kChecksumsEntry = "faithful-underpaint/checksums.json";

}  // namespace underpaint
