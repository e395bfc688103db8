// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QObject>
#include <functional>
#include <optional>

#include "desk/work/document.h"
#include "desk/work/latest_job.h"
#include "watch/watched_file.h"

namespace underpaint {

/// How a file is watched.
struct WatchOptions {
    std::filesystem::path file;
    Reader reader = Reader::lightness;
    HouseRules own_rules;
    std::function<std::chrono::sys_seconds()> clock;
};

/// Watches one file beside the interface and keeps what it sees of it in a painting's ledger of
/// saves. Where there is no painting yet, the first save is sealed and begins one.
class Watching : public QObject {
    Q_OBJECT
public:
    Watching(Document& document, WatchOptions options, QObject* parent = nullptr);

    const std::filesystem::path& file() const { return options_.file; }
    Document& document() { return document_; }
    const Document& document() const { return document_; }
    const std::vector<KeptSave>& saves() const { return document_.painting().saves.saves(); }
    Reader reader() const { return options_.reader; }

    /// The first figures of the save that is being measured, as soon as there are some.
    const std::optional<WatchedFile::Sketch>& sketch() const { return sketch_; }
    /// Why the file can't be measured as it is now; empty when nothing is wrong.
    const QString& trouble() const { return trouble_; }

    /// A saved picture that may be another one altogether.
    struct Doubt {
        double certainty = 0;
        bool may_be = false;  ///< it can be measured all the same
        QImage sealed, saved;
    };
    const std::optional<Doubt>& doubt() const { return doubt_; }
    /// It is the same picture, and so is what comes after it.
    void take_unlike();
    /// It is not: nothing is made of it.
    void leave_unlike();

    /// Takes a save as it was meant, with a note; nothing: not any more.
    void set_meant(int number, std::optional<std::string> note);

signals:
    void changed();  ///< anything of the above
    void saved();    ///< one more save is in the ledger
    /// The verdict of a column is worse than that of the save before, and than any that was meant.
    void grew_worse(const QString& words);
    /// The document went on to another painting.
    void ended();

private:
    struct Light;  // what is kept of a measured save
    void start();
    void take(Light light);
    void follow();
    Painting watched_against() const;

    Document& document_;
    WatchOptions options_;
    std::optional<WatchedFile::Sketch> sketch_;
    std::optional<Doubt> doubt_;
    QString trouble_;
    bool even_unlike_ = false, beginning_ = false;
    Painting against_;  // what the job that runs measures against; without a seal: nothing
    LatestJob job_;
};

/// "Value from held to slipping: 0.34": where a save stands worse than the one before it; empty
/// where it does not, or no worse than one that was meant.
QString what_grew_worse(const std::vector<KeptSave>& saves);

}  // namespace underpaint
