// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/lay_menu.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QImage>
#include <QMimeData>
#include <QUrl>
#include <cmath>

#include "desk/kit/colour_sheet.h"
#include "desk/passes/laid_passes.h"
#include "desk/passes/pass_clip.h"
#include "desk/work/clipboard.h"
#include "desk/work/paths.h"
#include "desk/work/picture_of_image.h"
#include "files/openraster.h"
#include "painting/changes.h"

namespace underpaint {
namespace {

// Relative difference of the sides' ratio up to which a picture fits.
constexpr double kMostSkew = 0.005;

}  // namespace

LayMenu::LayMenu(Session& session, const AskForFile& ask, QWidget* parent)
    : QMenu(parent),
      session_(session),
      ask_(ask),
      job_(this, Urgency::beside, "a pass to be laid") {
    setObjectName(QStringLiteral("lay_menu"));
    setToolTipsVisible(true);
    const Size any{100, 100};
    Painting blank;
    blank.underpaint = share(Picture(any, Channels::grey, Depth::bits8));
    for (const LaidPass& laid : passes_to_lay(blank)) {
        QAction* action = addAction(laid.label);
        action->setObjectName(QStringLiteral("lay_") + laid.id);
        action->setToolTip(laid.about);
        connect(action, &QAction::triggered, this, [this, id = laid.id] {
            for (LaidPass& fitted : passes_to_lay(session_.document.painting()))
                if (fitted.id == id) lay(std::move(fitted.pass), tr("Lay %1").arg(fitted.label));
            emit this->laid();
        });
    }
    QAction* picture = new QAction(tr("Picture…"), this);
    picture->setObjectName(QStringLiteral("lay_picture"));
    picture->setToolTip(tr("A still or a photograph from a file"));
    connect(picture, &QAction::triggered, this, &LayMenu::ask_for_picture);
    insertAction(actions().value(3), picture);
    QAction* over = addAction(tr("Painted over…"));
    over->setObjectName(QStringLiteral("lay_painted_over"));
    over->setToolTip(
        tr("The merged picture, painted over in another program: as a pass, to see what "
           "it changed"));
    connect(over, &QAction::triggered, this, &LayMenu::ask_for_painted_over);
    addSeparator();
    add_flats();
    addSeparator();
    pasting_ = addAction(tr("Paste"));
    pasting_->setObjectName(QStringLiteral("lay_pasted"));
    pasting_->setToolTip(
        tr("A copied pass, a picture or a colour from the clipboard. Ctrl+V in the "
           "ledger does it"));
    connect(pasting_, &QAction::triggered, this, [this] { paste(on_clipboard()); });
}

void LayMenu::lay(Pass pass, const QString& label) {
    const Painting& painting = session_.document.painting();
    const std::size_t at = std::min(session_.outlook.moment(), painting.passes.size());
    // A pass laid inside a group joins it; one laid after its last pass does not.
    if (at > 0 && at < painting.passes.size() &&
        painting.passes[at - 1].group == painting.passes[at].group)
        pass.group = painting.passes[at].group;
    const std::size_t place = at == 0 ? painting.passes.size() : at;
    session_.document.change(label, with_pass_at(painting, place, std::move(pass)));
    session_.outlook.set_moment(place + 1);
}

void LayMenu::ask_for_picture() {
    const auto path = ask_.to_open(tr("Lay a picture"), picture_kinds());
    if (!path.empty()) lay_picture(path);
}

/// Beside the interface; what was read for one painting is not laid over the next.
void LayMenu::read(const std::filesystem::path& file,
                   const std::function<void(FlatPicture)>& take) {
    if (!session_.document.has_painting()) return;
    job_.start([this, file, take, number = session_.document.number()](const std::stop_token& stop,
                                                                       const auto& deliver) {
        auto read = std::make_shared<Result<FlatPicture>>(read_finished(file, stop));
        deliver([this, number, take, read] {
            if (!*read)
                emit trouble(QString::fromStdString(read->error().message()));
            else if (session_.document.number() == number)
                take(std::move(**read));
        });
    });
}

void LayMenu::lay_picture(const std::filesystem::path& file) {
    read(file, [this, name = QString::fromStdString(name_from_file(file))](FlatPicture read) {
        lay_picture(std::move(read.picture), name);
    });
}

/// The finished picture painted over elsewhere, laid whole where it came from: a pass like any
/// other, so that what it changed is measured.
void LayMenu::ask_for_painted_over() {
    const auto path = ask_.to_open(
        tr("Painted over"), picture_kinds(tr("Finished pictures"), {QStringLiteral("*.ora")}));
    if (path.empty()) return;
    read(path, [this, name = QString::fromStdString(path.filename().string())](FlatPicture read) {
        const Painting& painting = session_.document.painting();
        const Size size = painting.size(), own = read.picture.size();
        const double across = static_cast<double>(size.width) / own.width;
        const double down = static_cast<double>(size.height) / own.height;
        if (std::abs(across / down - 1) > kMostSkew) {
            emit trouble(
                tr("%1 is %2 × %3 and the painting %4 × %5: it is not of the same shape, so "
                   "it can't be laid where it came from.")
                    .arg(name)
                    .arg(own.width)
                    .arg(own.height)
                    .arg(size.width)
                    .arg(size.height));
            return;
        }
        Pass pass = pass_of_picture(painting, share(std::move(read.picture)), tr("Painted over"));
        pass.blend = BlendMode::normal;
        session_.outlook.set_moment(painting.passes.size());
        lay(std::move(pass), tr("Bring back what was painted over"));
        emit brought_back();
    });
}

void LayMenu::lay_picture(Picture picture, const QString& name) {
    lay(pass_of_picture(session_.document.painting(), share(std::move(picture)), name),
        tr("Lay a picture"));
    emit laid();
}

bool LayMenu::paste(const QMimeData& clip) {
    if (!session_.document.has_painting() || !session_.document.painting().sealed()) return false;
    if (auto pass = pasted_pass(clip, session_.document.painting())) {
        lay(std::move(*pass), tr("Paste a pass"));
        return true;
    }
    if (has_pass(clip)) {
        emit trouble(tr("The pass on the clipboard is damaged, and was not laid."));
        return false;
    }
    if (clip.hasUrls() && clip.urls().constFirst().isLocalFile()) {
        lay_picture(path_of(clip.urls().constFirst()));
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
