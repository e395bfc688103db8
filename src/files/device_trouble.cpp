// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/device_trouble.h"

#include <cerrno>
#include <system_error>

namespace underpaint {

std::string reason_of(int error) {
    switch (error) {
        case ENAMETOOLONG: return "its name is longer than this disk allows";
        case ENOSPC: return "the disk is full";
        case EDQUOT: return "what you may keep on this disk (your quota) is used up";
        case EFBIG: return "a file as large as this may not be written there";
        case EROFS: return "nothing can be written to this disk";
        case EIO:
        case ENODEV:
        case ENXIO:
        case ESTALE:
        case ENOTCONN:
        case EHOSTDOWN:
        case EHOSTUNREACH:
        case ETIMEDOUT:
            return "the disk or network folder no longer answers; it may have been unplugged";
        default: return std::generic_category().message(error);
    }
}

std::string not_saved(const std::string& reason) {
    return "could not be saved: " + reason + ". Try another place.";
}

}  // namespace underpaint
