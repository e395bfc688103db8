// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/lay_menu.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QImage>
#include <QMimeData>
#include <QUrl>

#include "desk/kit/colour_sheet.h"
#include "desk/passes/laid_passes.h"
#include "desk/passes/pass_clip.h"
#include "desk/work/picture_of_image.h"
#include "files/flat_picture.h"
#include "painting/changes.h"

namespace underpaint {

LayMenu::LayMenu(Session& session, const AskForFile& ask, QWidget* parent)
    : QMenu(parent), session_(session), ask_(ask), job_(this) {
    setObjectName(QStringLiteral("lay_menu"));
    setToolTipsVisible(true);
    const Size any{100, 100};
    Painting blank;
    blank.underpaint = share(Picture(any, Channels::grey, Depth::bits8));
    for (const LaidPass& laid : passes_to_lay(blank)) {
        QAction* action = addAction(laid.label);
        action->setObjectName(QStringLiteral("lay_") + QLatin1String(laid.id));
        action->setToolTip(laid.about);
        connect(action, &QAction::triggered, this, [this, id = laid.id] {
            for (LaidPass& fitted : passes_to_lay(session_.document.painting()))
                if (fitted.id == id) lay(std::move(fitted.pass), tr("Lay %1").arg(fitted.label));
        });
    }
    QAction* picture = new QAction(tr("Picture…"), this);
    picture->setObjectName(QStringLiteral("lay_picture"));
    picture->setToolTip(tr("A still or a photograph from a file"));
    connect(picture, &QAction::triggered, this, &LayMenu::ask_for_picture);
    insertAction(actions().value(3), picture);
    addSeparator();
    pasting_ = addAction(tr("Paste"));
    pasting_->setObjectName(QStringLiteral("lay_pasted"));
    pasting_->setToolTip(
        tr("A copied pass, a picture or a colour from the clipboard. Ctrl+V in the "
           "ledger does it"));
    connect(pasting_, &QAction::triggered, this,
            [this] { paste(*QGuiApplication::clipboard()->mimeData()); });
}

void LayMenu::lay(Pass pass, const QString& label) {
    const Painting& painting = session_.document.painting();
    const std::size_t at = std::min(session_.outlook.moment(), painting.passes.size());
    // Within a group it joins it, over its last it stands by itself.
    if (at > 0 && at < painting.passes.size() &&
        painting.passes[at - 1].group == painting.passes[at].group)
        pass.group = painting.passes[at].group;
    const std::size_t place = at == 0 ? painting.passes.size() : at;
    session_.document.change(label, with_pass_at(painting, place, std::move(pass)));
    session_.outlook.set_moment(place + 1);
}

void LayMenu::ask_for_picture() {
    const auto path = ask_.to_open(tr("Lay a picture"), kPictureKinds);
    if (!path.empty()) lay_picture(path);
}

void LayMenu::lay_picture(const std::filesystem::path& file) {
    if (!session_.document.has_painting()) return;
    job_.start([this, file, number = session_.document.number()](const std::stop_token& stop,
                                                                 const auto& deliver) {
        auto read = read_flat_picture(file, stop);
        if (!read) {
            deliver([this, what = read.error().message()] {
                if (!what.empty()) emit trouble(QString::fromStdString(what));
            });
            return;
        }
        const QString name = QString::fromStdString(file.stem().string());
        deliver([this, number, name, picture = share(std::move(read->picture))] {
            if (session_.document.number() != number) return;
            lay(pass_of_picture(session_.document.painting(), picture, name), tr("Lay a picture"));
        });
    });
}

void LayMenu::lay_picture(Picture picture, const QString& name) {
    lay(pass_of_picture(session_.document.painting(), share(std::move(picture)), name),
        tr("Lay a picture"));
}

bool LayMenu::paste(const QMimeData& clip) {
    if (!session_.document.has_painting() || !session_.document.painting().sealed()) return false;
    if (auto pass = pasted_pass(clip, session_.document.painting())) {
        lay(std::move(*pass), tr("Paste a pass"));
        return true;
    }
    if (clip.hasUrls() && clip.urls().constFirst().isLocalFile()) {
        lay_picture(clip.urls().constFirst().toLocalFile().toStdString());
        return true;
    }
    if (clip.hasImage()) {
        const auto picture = picture_of(qvariant_cast<QImage>(clip.imageData()));
        if (!picture) {
            emit trouble(tr("The picture on the clipboard is larger than it may be, or empty."));
            return false;
        }
        lay_picture(*picture, tr("Pasted picture"));
        return true;
    }
    if (const auto colour = colour_from_text(clip.text())) {
        Pass pass;
        pass.name = hex_of(*colour).toStdString();
        pass.source = Tint{*colour};
        lay(std::move(pass), tr("Paste a colour"));
        return true;
    }
    emit trouble(tr("There is no pass, picture or colour on the clipboard."));
    return false;
}

}  // namespace underpaint
