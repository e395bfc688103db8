// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

#include "desk/versions/versions_meter.h"

namespace underpaint {

/// "1 pass", "6 passes".
QString passes_in_words(std::size_t passes);

/// Changes the versions, and knows the one looked at beside the chosen one. Every change is one
/// step of the history.
class VersionEdits : public QObject {
    Q_OBJECT
public:
    explicit VersionEdits(Session& session, QObject* parent = nullptr);

    const Painting& painting() const { return session_.document.painting(); }
    /// The one that is looked at: the chosen one until another is pointed out.
    VersionId looked_at() const;
    void look_at(VersionId id);
    /// The one that it is compared with: the chosen one, unless another pair was asked for.
    VersionId compared_with() const;
    void compare(VersionId one, VersionId other);
    /// Its place from 1, as it is spoken of.
    int number_of(VersionId id) const;
    QString name_of(VersionId id) const;

    void choose(VersionId id);
    void branch();
    void add(const QString& label, const QString& name, const QString& from, Colouring colouring);
    void rename(VersionId id, const QString& name);
    void note(VersionId id, const QString& text);
    void move(std::size_t from, std::size_t to);
    void remove(VersionId id);
    /// Records the choice between two versions that were looked at blind. Looks of one round are
    /// one step.
    void chosen_blind(const BlindLook& look, int round);
    /// Lays a pass of another version on the chosen one.
    void take_pass(VersionId other, std::size_t pass);
    void show_all_to_others(bool on);
    void take_over(const QString& label, Painting next) { change(label, std::move(next)); }

signals:
    void changed();  ///< the versions, or which one is looked at
    void said(const QString& words);

private:
    void change(const QString& label, Painting next, const QString& gesture = {});

    Session& session_;
    VersionId looked_at_ = kNoVersion, compared_with_ = kNoVersion;
};

}  // namespace underpaint
