// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMimeData>
#include <optional>

#include "painting/painting.h"

namespace underpaint {

/// A pass on its way from one painting to another, of this run of the program or of another; its
/// name is there as text for all other programs.
class PassClip : public QMimeData {
    Q_OBJECT
public:
    PassClip(const Painting& painting, std::size_t pass);
    const Painting& carrier() const { return carrier_; }

    QStringList formats() const override;
    bool hasFormat(const QString& format) const override;

protected:
    /// Bytes are made when another program asks for them, which few do.
    QVariant retrieveData(const QString& format, QMetaType type) const override;

private:
    Painting carrier_;
};

/// Whether there is a pass on the clipboard.
bool has_pass(const QMimeData& data);

/// It, fitted to a painting: parts are known again by name; one that it has not, if of its size,
/// goes along as a mask, like what is painted. Nothing when there is none, or it is damaged.
std::optional<Pass> pasted_pass(const QMimeData& data, const Painting& painting);

}  // namespace underpaint
