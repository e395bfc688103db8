// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <filesystem>
#include <memory>

#include "desk/work/latest_job.h"
#include "icc/print_proof.h"

namespace underpaint {

/// The paper that pictures are seen on and reports tell of: read beside the interface when it is
/// first wanted, and remembered from one sitting to the next.
class PaperChoice : public QObject {
    Q_OBJECT
public:
    explicit PaperChoice(QObject* parent = nullptr);

    /// Null until it was read.
    const std::shared_ptr<const PrintProof>& proof() const { return proof_; }
    const std::filesystem::path& file() const { return file_; }
    PrintIntent intent() const { return intent_; }
    /// It is to be there.
    void want();
    /// \param file of a printer's profile; empty: the approximation that ships with the program
    void use(const std::filesystem::path& file, PrintIntent intent);
    bool finished() const { return !reading_.running(); }

signals:
    void changed();
    void troubled(const QString& sentence);

private:
    void read(const std::filesystem::path& file, PrintIntent intent);

    std::shared_ptr<const PrintProof> proof_;
    std::filesystem::path file_;
    PrintIntent intent_ = PrintIntent::colorimetric;
    LatestJob reading_;
};

}  // namespace underpaint
