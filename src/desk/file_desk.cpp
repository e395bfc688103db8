// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/file_desk.h"

#include <QFileDialog>
#include <QSettings>

#include "files/export_png.h"
#include "files/flat_picture.h"
#include "files/open_any.h"
#include "files/openraster.h"
#include "files/today.h"
#include "painting/changes.h"
#include "painting/turned.h"

namespace underpaint {
namespace {

constexpr int kMostRecent = 8;

const QString kPaintings = QStringLiteral("OpenRaster paintings (*.ora)");
const QString kPictures =
    QStringLiteral("Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp *.PNG *.JPG *.JPEG *.TIF)");

std::filesystem::path path_of(const QString& text) {
    return {text.toStdString()};
}
QString text_of(const std::filesystem::path& path) {
    return QString::fromStdString(path.string());
}

FileDesk::Picker dialogs() {
    return {
        [](const QString& title, const QString& kinds) {
            return path_of(QFileDialog::getOpenFileName(nullptr, title, {}, kinds));
        },
        [](const QString& title, const QString& kinds, const std::filesystem::path& proposed) {
            return path_of(QFileDialog::getSaveFileName(nullptr, title, text_of(proposed), kinds));
        }};
}

QString joined(const std::vector<std::string>& notices) {
    QStringList lines;
    for (const std::string& notice : notices) lines << QString::fromStdString(notice);
    return lines.join(QLatin1Char(' '));
}

}  // namespace

FileDesk::FileDesk(Session& session, NoticeBar& notice, QObject* parent)
    : QObject(parent), session_(session), notice_(notice), picker_(dialogs()), job_(this) {
    job_.on_no_memory([this] {
        finish();
        notice_.say(
            tr("There is not enough memory for this. The painting is as it was; close other "
               "programs and try again."));
    });
}

void FileDesk::open() {
    when_safe([this] {
        const auto file =
            picker_.to_open(tr("Open a painting"), kPaintings + QStringLiteral(";;") + kPictures);
        if (!file.empty()) load(file);
    });
}

void FileDesk::bring_in() {
    when_safe([this] {
        const auto file = picker_.to_open(tr("Bring in a picture"), kPictures);
        if (!file.empty()) load(file);
    });
}

void FileDesk::open_file(const std::filesystem::path& file) {
    when_safe([this, file] { load(file); });
}

void FileDesk::save(std::function<void()> then) {
    if (!session_.has_painting() || busy()) return;
    if (session_.file().empty())
        save_as(std::move(then));
    else
        save_to(session_.file(), std::move(then));
}

void FileDesk::save_as(std::function<void()> then) {
    if (!session_.has_painting() || busy()) return;
    const auto proposed = session_.file().empty()
                              ? path_of(QString::fromStdString(session_.painting().name + ".ora"))
                              : session_.file();
    auto file = picker_.to_save(tr("Save the painting"), kPaintings, proposed);
    if (file.empty()) return;
    if (file.extension() != ".ora") file += ".ora";
    save_to(file, std::move(then));
}

void FileDesk::export_png() {
    if (!session_.has_painting() || busy()) return;
    auto file = picker_.to_save(tr("Export a PNG"), QStringLiteral("PNG picture (*.png)"),
                                path_of(QString::fromStdString(session_.painting().name + ".png")));
    if (file.empty()) return;
    if (file.extension() != ".png") file += ".png";
    const Painting painting = session_.painting();
    run(tr("Exporting %1").arg(text_of(file.filename())),
        [this, file, painting](const std::stop_token& stop, const auto& progress,
                               const auto& deliver) {
            const Done done =
                underpaint::export_png(file, painting, everything_of(painting), stop, progress);
            if (stop.stop_requested()) return;
            deliver([this, file, done] {
                finish();
                notice_.say(done ? tr("Exported to %1.").arg(text_of(file))
                                 : QString::fromStdString(done.error().message()));
            });
        });
}

void FileDesk::when_safe(std::function<void()> then) {
    if (busy()) return;
    if (!session_.unsaved()) return then();
    notice_.ask(
        tr("%1 has changes that are not saved.")
            .arg(QString::fromStdString(session_.painting().name)),
        {{tr("Save"), [this, then] { save(then); }}, {tr("Drop them"), then}, {tr("Stay"), {}}});
}

void FileDesk::load(const std::filesystem::path& file) {
    run(tr("Opening %1").arg(text_of(file.filename())),
        [this, file](const std::stop_token&, const auto&, const auto& deliver) {
            // Shared, because what it holds is too large to copy on its way to the desk.
            auto opened = std::make_shared<Result<OpenedPainting>>(open_any(file, today()));
            deliver([this, file, opened] {
                finish();
                if (!*opened) {
                    notice_.say(QString::fromStdString(opened->error().message()));
                    return;
                }
                remember(file);
                const bool ours = (*opened)->ours;
                Painting& painting = (*opened)->painting;
                if (!painting.sealed() && has_colour(painting.underpaint->base().channels()) &&
                    !ours) {
                    emit coloured(std::make_shared<Painting>(std::move(painting)));
                    return;
                }
                session_.begin(std::move((*opened)->painting), ours ? file : "", true);
                if (!(*opened)->notices.empty()) notice_.say(joined((*opened)->notices));
            });
        });
}

void FileDesk::save_to(const std::filesystem::path& file, std::function<void()> then) {
    const Painting painting = session_.painting();
    run(tr("Saving %1").arg(text_of(file.filename())),
        [this, file, painting, then](const std::stop_token& stop, const auto& progress,
                                     const auto& deliver) {
            const Done done = save_painting(file, painting, stop, progress);
            deliver([this, file, painting, then, done] {
                finish();
                if (!done) {
                    notice_.say(QString::fromStdString(done.error().message()));
                    return;
                }
                session_.mark_saved(file, painting);
                remember(file);
                emit saved();
                if (then) then();
            });
        });
}

void FileDesk::run(const QString& text,
                   std::function<void(const std::stop_token&, std::function<void(float)>,
                                      std::function<void(std::function<void()>)>)>
                       work) {
    job_.start([this, work = std::move(work)](const std::stop_token& stop, const auto& deliver) {
        const std::function<void(float)> progress = [this, deliver](float share) {
            deliver([this, share] { notice_.set_progress(share); });
        };
        work(stop, progress, [&](std::function<void()> function) { deliver(std::move(function)); });
    });
    notice_.show_progress(text, [this] {
        job_.stop();
        finish();
    });
    emit busy_changed();
}

void FileDesk::finish() {
    job_.stop();
    notice_.done();
    emit busy_changed();
}

void FileDesk::layers_as_parts() {
    if (!session_.has_painting() || busy()) return;
    const auto file = picker_.to_open(tr("Layers of a painting as parts"), kPaintings);
    if (file.empty()) return;
    run(tr("Reading the layers of %1").arg(text_of(file.filename())),
        [this, file, size = session_.painting().size()](const std::stop_token&, const auto&,
                                                        const auto& deliver) {
            auto masks =
                std::make_shared<Result<std::vector<NamedMask>>>(read_layer_masks(file, size));
            deliver([this, masks] {
                finish();
                if (!*masks) {
                    notice_.say(QString::fromStdString(masks->error().message()));
                    return;
                }
                Painting painting = session_.painting();
                for (NamedMask& layer : **masks)
                    painting = with_part(std::move(painting), layer.name, std::move(layer.mask));
                session_.change(tr("Take layers as parts"), std::move(painting));
            });
        });
}

void FileDesk::turn(Turn turn) {
    if (!session_.has_painting() || busy()) return;
    const QString label =
        turn == Turn::mirror ? tr("Mirror the painting") : tr("Turn the painting");
    run(tr("Turning the painting"), [this, label, turn, painting = session_.painting()](
                                        const std::stop_token&, const auto&, const auto& deliver) {
        auto result = std::make_shared<Painting>(turned(painting, turn));
        deliver([this, label, result] {
            finish();
            session_.change(label, std::move(*result));
        });
    });
}

QStringList FileDesk::recent() const {
    return QSettings().value(QStringLiteral("recent")).toStringList();
}

void FileDesk::remember(const std::filesystem::path& file) {
    std::error_code error;
    const QString name = text_of(std::filesystem::absolute(file, error));
    QStringList names = recent();
    names.removeAll(name);
    names.prepend(name);
    QSettings().setValue(QStringLiteral("recent"), names.mid(0, kMostRecent));
}

}  // namespace underpaint
