// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTextBrowser>

#include "desk/beside/watching.h"
#include "desk/kit/verdict_mark.h"
#include "desk/work/ask_for_file.h"
#include "watch/mending_files.h"
#include "watch/save_detail.h"

namespace underpaint {

/// Below the ledger of saves: what changed up to the chosen one, what would bring it back, and what
/// can be done about it. As high whatever it says.
class SaveDetailPanel : public QWidget {
    Q_OBJECT
public:
    SaveDetailPanel(Watching& watching, AskForFile ask, QWidget* parent = nullptr);

    /// The save that is spoken of, by its row; nothing: none.
    void show_save(std::optional<int> row);
    const std::optional<SaveDetail>& detail() const { return detail_; }
    /// Everything is worked out, and what was to be written is.
    bool finished() const { return !working_out_.running() && !writing_.running(); }
    QString text() const;
    /// The last message about writing files; for tests and screen readers.
    QString said() const { return said_->text(); }

protected:
    void keyPressEvent(QKeyEvent* event) override;

signals:
    void detail_changed();
    void wants_where();

private:
    void work_out();
    /// The note stands beside a save that is taken as intended.
    void show_intent(bool other_save);
    void keep_note();
    void show_detail();
    QString html() const;
    const KeptSave* now() const;
    const KeptSave* before() const;
    void save_mask();
    void save_layer();
    void write_layer(const std::shared_ptr<const MendingLayer>& layer,
                     const std::filesystem::path& path);
    void say(const QString& words);

    Watching& watching_;
    AskForFile ask_;
    std::optional<int> row_;
    bool since_seal_ = false;
    std::optional<SaveDetail> detail_;
    QString trouble_;
    KeptSave shown_;  // what `detail_` is of
    VerdictMark* mark_;
    QTextBrowser* text_;
    QPushButton *since_, *where_, *mask_, *layer_, *intended_;
    QLineEdit* note_;
    QLabel* said_;
    LatestJob working_out_, writing_;
};

}  // namespace underpaint
