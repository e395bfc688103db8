// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMimeData>
#include <optional>
#include <string>
#include <vector>

#include "painting/painting.h"

namespace underpaint {

/// A pass on its way from one painting of this program to another; its name is there as text for
/// all others.
class PassClip : public QMimeData {
    Q_OBJECT
public:
    PassClip(const Painting& painting, std::size_t pass);

    /// Fitted to a painting: parts are known again by name; one that it has not, if of its size,
    /// goes along as a mask, like what is painted.
    Pass fitted_to(const Painting& painting) const;

private:
    Pass pass_;
    std::vector<KeptMask> parts_;
};

/// The pass on the clipboard; nothing when there is none.
std::optional<Pass> pasted_pass(const QMimeData& data, const Painting& painting);

}  // namespace underpaint
