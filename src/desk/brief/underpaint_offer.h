// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>
#include <filesystem>

#include "brief/another_underpaint.h"
#include "desk/panes/bench.h"

class QLabel;
class QPushButton;

namespace underpaint {

/// Brings another underpaint under all versions: a file is chosen, what it changes is said, and it
/// is put in place, sealed, or left.
class UnderpaintOffer : public QWidget {
    Q_OBJECT
public:
    explicit UnderpaintOffer(const Desk& desk, QWidget* parent = nullptr);

    /// Looks at what a file would change.
    void look_at(const std::filesystem::path& path);
    /// The underpaint that is offered; null: none, or it is not there yet.
    const AnotherUnderpaint* offered() const { return offered_ ? &offered_->next : nullptr; }
    void drop();
    bool finished() const { return !job_.running(); }

signals:
    /// Another one is offered, or none any more. The picture has what changes marked.
    void offer_changed(const QImage& picture);
    void done(const QString& words);

private:
    void put_in_place();
    bool still_is(const Painting& painting);
    void refresh();
    QString in_words(const AnotherUnderpaint& next) const;

    Desk desk_;
    LatestJob job_;
    struct Offer {
        Painting of;  ///< the painting that it was made for
        AnotherUnderpaint next;
        std::vector<std::string> notices;
    };
    std::optional<Offer> offered_;
    QPushButton *choose_, *take_, *leave_;
    QLabel* words_;
};

}  // namespace underpaint
