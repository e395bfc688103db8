// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMenu>
#include <filesystem>
#include <functional>

#include "desk/work/ask_for_file.h"
#include "desk/work/latest_job.h"
#include "desk/work/session.h"
#include "files/flat_picture.h"

class QMimeData;

namespace underpaint {

/// The ways to lay a pass: one for each kind of source, those of flats that are shaded after, and
/// what the clipboard holds. A new pass
/// comes to lie over the chosen one, and is chosen.
class LayMenu : public QMenu {
    Q_OBJECT
public:
    LayMenu(Session& session, const AskForFile& ask, QWidget* parent = nullptr);

    /// A picture in a file, or at hand: laid as large as it fits inside.
    void lay_picture(const std::filesystem::path& file);
    void lay_picture(Picture picture, const QString& name);
    /// A pass that was copied, a picture or a colour, whichever it is; false when it is none.
    bool paste(const QMimeData& clip);
    bool finished() const { return !job_.running(); }

signals:
    /// A fresh pass is the chosen one now.
    void laid();
    /// The painted-over copy was brought back, and is the chosen pass now.
    void brought_back();
    void trouble(const QString& sentence);

private:
    void lay(Pass pass, const QString& label);
    void ask_for_picture();
    void ask_for_painted_over();
    void add_flats();
    void lay_ground();
    void lay_flats();
    void lay_shading();
    void read(const std::filesystem::path& file, const std::function<void(FlatPicture)>& take);

    Session& session_;
    const AskForFile& ask_;
    QAction* pasting_;
    LatestJob job_;
};

}  // namespace underpaint
