// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

#include "desk/kit/notice_bar.h"
#include "desk/window/file_desk.h"
#include "desk/work/autosave.h"
#include "files/left_work.h"

namespace underpaint {

/// Offers what an earlier sitting left unsaved: says what, when and how much, and brings back what
/// is asked for, beside the file as it was saved. Nothing is taken, or thrown away, unasked.
class UnsavedOffer : public QObject {
    Q_OBJECT
public:
    UnsavedOffer(Session& session, FileDesk& files, Autosave& autosave, NoticeBar& notice,
                 QObject* parent = nullptr);

    /// Asks about the newest, if there is any.
    /// \param always says, too, that there is none
    void offer(bool always = false);
    bool busy() const { return job_.running(); }

private:
    void ask(const std::vector<LeftWork>& left, std::size_t index);
    void bring_back(const LeftWork& left);
    struct BroughtBack;
    void take(const std::shared_ptr<BroughtBack>& back);
    void throw_away(const LeftWork& left);

    Session& session_;
    FileDesk& files_;
    Autosave& autosave_;
    NoticeBar& notice_;
    LatestJob job_;
};

}  // namespace underpaint
