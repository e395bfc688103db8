// SPDX-License-Identifier: GPL-3.0-or-later
// Takes one picture of each main view, from the demo paintings, always the same ones.
#include <QApplication>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QTest>
#include <cmath>
#include <cstdio>
#include <functional>
#include <random>

#include "desk/kit/look.h"
#include "desk/practice/study_slot.h"
#include "desk/view/canvas.h"
#include "desk/window/beside_desk.h"
#include "desk/window/main_window.h"
#include "files/export_png.h"
#include "files/flat_picture.h"
#include "files/logbook.h"
#include "files/openraster.h"
#include "painting/changes.h"
#include "raster/shrink.h"

namespace {

using namespace underpaint;
namespace fs = std::filesystem;

/// 1280 x 800, or what UNDERPAINT_WINDOW says ("1024x640"), to look at a view at another size.
QSize window_size() {
    int width = 0, height = 0;
    const QByteArray wanted = qgetenv("UNDERPAINT_WINDOW");
    if (std::sscanf(wanted.constData(), "%dx%d", &width, &height) == 2) return {width, height};
    return {1280, 800};
}

/// A window of its own for each picture, with a painting open.
class Sitting {
public:
    Sitting(const fs::path& file, const char* bench) {
        window_.resize(window_size());
        window_.show();
        window_.files().open_file(file);
        wait([&] { return !window_.files().busy(); });
        window_.show_bench(QString::fromLatin1(bench));
        settle();
    }

    MainWindow& window() { return window_; }
    Session& session() { return window_.session(); }
    void click(const char* name) {
        QTest::mouseClick(window_.findChild<QWidget*>(QString::fromLatin1(name)), Qt::LeftButton);
        settle();
    }
    void look_through(Lens lens) {
        window_.canvas().set_lens(lens);
        settle();
    }
    void turn_to(const char* page) {
        window_.bench().show_page(QString::fromLatin1(page));
        settle();
    }
    /// The pointer rests on a button.
    void point_at(const char* name) {
        auto* button = window_.findChild<QWidget*>(QString::fromLatin1(name));
        if (button == nullptr) return;
        const QPointF middle = button->rect().center();
        QEnterEvent enter(middle, middle, button->mapToGlobal(middle));
        QCoreApplication::sendEvent(button, &enter);
    }
    void wind_to(std::size_t passes) {
        session().outlook.set_moment(passes);
        settle();
    }
    /// The left button along a way over the picture, in pixels of it.
    void drag(const std::vector<QPointF>& way) {
        Canvas& canvas = window_.canvas();
        const auto at = [&](QPointF p) { return canvas.transform().to_canvas(p).toPoint(); };
        QTest::mousePress(&canvas, Qt::LeftButton, {}, at(way.front()));
        for (std::size_t leg = 1; leg < way.size(); ++leg)
            for (int i = 1; i <= 40; ++i)
                QTest::mouseMove(&canvas, at(way[leg - 1] + (way[leg] - way[leg - 1]) * i / 40.0));
        QTest::mouseRelease(&canvas, Qt::LeftButton, {}, at(way.back()));
        settle();
    }
    void settle() {
        wait([&] { return window_.settled() && window_.meters().passes.finished(); });
        QTest::qWait(300);
        wait([&] { return window_.settled() && window_.meters().passes.finished(); });
    }
    void save(const fs::path& file) {
        if (!window_.grab().save(QString::fromStdString(file.string())))
            std::fprintf(stderr, "%s was not saved\n", file.c_str());
    }

private:
    template <class Ready>
    static void wait(Ready ready) {
        if (!QTest::qWaitFor(ready, 120'000)) std::fprintf(stderr, "a view never settled\n");
    }
    MainWindow window_{[] { return std::string("2026-11-26"); }};
};

/// The foreground is deepened with the brush.
void deepen(Sitting& view) {
    view.click("page_passes");
    view.click("lay_deepen");
    BrushTool& tool = view.window().canvas().brush();
    Brush brush = tool.brush();
    brush.radius = 165;
    brush.flow = 0.1;
    brush.hardness = 0;
    tool.set_brush(brush);
    for (int stroke = 0; stroke < 3; ++stroke) view.drag({{60, 1090}, {1480, 1090}, {60, 1080}});
}

/// Stops of the gradient map that turn values over.
void turn_over(Sitting& view) {
    Painting painting = view.session().document.painting();
    Pass pass = painting.passes[0];
    auto& map = std::get<GradientMap>(pass.source);
    map.stops[2].colour = {0.60F, 0.52F, 0.66F};
    map.stops[3].colour = {0.74F, 0.41F, 0.38F};
    view.session().document.change("Recolour", with_changed_pass(painting, 0, pass));
    view.settle();
}

struct Shot {
    const char *name, *painting, *bench;
    std::function<void(Sitting&)> prepare;
};

/// Three months of somebody who gets better, and some studies.
void practise() {
    auto book = Logbook::open(Logbook::usual_file());
    if (!book || !book->answers()->empty()) return;
    constexpr int weeks = 13, a_week = 36;
    const auto today = std::chrono::floor<std::chrono::days>(std::chrono::system_clock::now());
    std::mt19937_64 random(5);
    const auto unit = [&] { return static_cast<double>(random() >> 11) / 9007199254740992.0; };
    for (int week = 0; week < weeks; ++week)
        for (int i = 0; i < a_week; ++i) {
            LoggedAnswer answer;
            answer.when =
                today - std::chrono::days(7 * (weeks - week)) + std::chrono::minutes(600 + 3 * i);
            answer.kind = kDrills[static_cast<std::size_t>(i % 9 < 4 ? i % 2 : i % 10)].kind;
            answer.seed = random();
            answer.cell = {static_cast<int>(random() % 8), 2 + static_cast<int>(random() % 7)};
            const double size = 1.5 * std::pow(0.92, week) * (0.4 + unit());
            const double scale = text_of(answer.kind).unit == "step" ? 1 : 5;
            answer.truth = answer.cell.step;
            answer.error = scale * (unit() < 0.6 ? size : -size);
            answer.said = answer.truth + answer.error;
            answer.right = unit() < 0.6 + 0.02 * week;
            answer.level = text_of(answer.kind).levels.begin * std::pow(0.93, week);
            answer.seconds = 12;
            if (!book->add(answer)) return;
        }
    for (const auto& [kind, count, goal, minutes, figure] :
         {std::tuple(StudyKind::two, 11, 15, 34, 0.92),
          {StudyKind::three, 4, 8, 41, 0.88},
          {StudyKind::full, 3, 5, 110, 0.42},
          {StudyKind::limited, 6, 10, 140, 4.1},
          {StudyKind::widened, 1, 10, 185, 5.0}}) {
        for (int i = 0; i < count; ++i)
            if (!book->add(LoggedStudy{0, today - std::chrono::days(3 * i), kind, "Fog at six",
                                       double(minutes), figure, 0.03}))
                return;
        if (!book->set_goal({kind, goal})) return;
    }
}

/// A study in two values of the demo's own greys, which lost the lantern and let a third grey in;
/// and a screen that hides its darkest steps.
void bring_in_study(Sitting& view) {
    const Painting& painting = view.session().document.painting();
    const RgbBlock seen = shrunk(painting.underpaint->base(), 600);
    const Size size = seen.area().size();
    RgbBlock flat(rect_of(size));
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const float v = seen.row(y).g[static_cast<std::size_t>(x)];
            const bool lantern = std::hypot((x - 0.62 * size.width) / (0.06 * size.width),
                                            (y - 0.47 * size.height) / (0.1 * size.height)) < 1;
            const bool crept = v > 0.34F && v < 0.4F && y > size.height * 0.6;
            flat.row(y).set(static_cast<std::size_t>(x), grey(lantern || v < 0.36F ? 0.14F
                                                              : crept              ? 0.5F
                                                                                   : 0.86F));
        }
    Picture study(size, Channels::rgb, Depth::bits8), reference(size, Channels::rgb, Depth::bits8);
    study.write_rgb(flat), reference.write_rgb(seen);
    const fs::path folder = fs::temp_directory_path() / "underpaint-screenshots";
    if (!save_png(folder / "Fog at six.png", study) || !save_png(folder / "Greys.png", reference))
        return;
    view.turn_to("study");
    for (const auto& [slot, file] :
         {std::pair("study_slot", "Fog at six.png"), {"reference_slot", "Greys.png"}})
        view.window().findChild<StudySlot*>(QLatin1String(slot))->open(folder / file);
    view.settle();
    view.window().findChild<QLineEdit*>(QStringLiteral("study_minutes"))->setText("28");
    view.click("study_measure");
    ScreenCheck check;
    check.when = std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now());
    check.dark = {0.22, 0.14, 0.31}, check.light = {0.06, 0.04, 0.1};
    check.grey = GreyMatch{};
    if (!view.session().screen.keep(check).saved) return;
    view.turn_to("step-in-colour");
}

/// What the first mend would leave, said under the picture.
void point_at_mend(Sitting& view) {
    view.turn_to("also");
    view.point_at("mend_hold");
}

const std::vector<Shot>& shots() {
    static const std::vector<Shot> all{
        {"brief", "salt-cart", "brief", {}},
        {"values", "salt-cart", "values", [](Sitting& v) { v.look_through(Lens::shapes_3); }},
        {"pull", "salt-cart", "values", [](Sitting& v) { v.look_through(Lens::pull); }},
        {"value-passes", "salt-cart", "values", deepen},
        {"seals", "salt-cart", "values",
         [](Sitting& v) {
             deepen(v);
             v.click("page_seals");
             v.click("compare_seals");
             v.look_through(Lens::drift);
         }},
        {"passes", "salt-cart", "passes", {}},
        {"drift", "salt-cart", "passes", [](Sitting& v) { v.look_through(Lens::drift); }},
        {"audit", "salt-cart", "passes", point_at_mend},
        {"temperature", "salt-cart", "passes", [](Sitting& v) { v.turn_to("temperature"); }},
        {"ramps", "salt-cart", "passes", [](Sitting& v) { v.turn_to("ramps"); }},
        {"balance", "salt-cart", "passes", [](Sitting& v) { v.turn_to("balance"); }},
        {"gradient-map", "salt-cart-grey", "passes",
         [](Sitting& v) {
             v.wind_to(1);
             turn_over(v);
         }},
        {"flats", "salt-cart-flats", "passes",
         [](Sitting& v) {
             const auto& groups = v.session().document.painting().groups;
             v.session().outlook.choose_group(groups.back().id);
             v.settle();
         }},
        {"palette", "salt-cart", "palette", [](Sitting& v) { v.click("palette_disc"); }},
        {"versions", "salt-cart", "versions",
         [](Sitting& v) {
             QTest::keyClick(v.window().findChild<QWidget*>(QStringLiteral("versions_grid")),
                             Qt::Key_Right);
             v.settle();
         }},
        {"report", "salt-cart", "report",
         [](Sitting& v) {
             Painting painting = v.session().document.painting();
             painting.report_words =
                 "Second round. The amber wash still lifts the darks; it is eased before this "
                 "goes out.";
             v.session().document.change("Words", std::move(painting));
             v.settle();
         }},
        {"practice", "salt-cart", "practice", bring_in_study},
    };
    return all;
}

/// The finished picture as a file from elsewhere, brought in.
void shoot_bring_in(const fs::path& demo, const fs::path& into) {
    const fs::path picture = fs::temp_directory_path() / "Salt cart at dusk.png";
    const auto painting = open_painting(demo / "salt-cart.ora", "2026-11-26");
    if (!painting || !export_png(picture, painting->painting, everything_of(painting->painting)))
        return;
    Sitting view(demo / "salt-cart.ora", "passes");
    view.window().files().open_file(picture);
    view.settle();
    QTest::qWait(2500);
    view.settle();
    view.save(into / "bring-in.png");
    fs::remove(picture);
}

/// The demo painting as it is after so many passes, the last of them at a strength of its own.
Painting coloured(Painting painting, std::size_t passes, float last = 1) {
    painting.passes.resize(passes);
    if (passes > 0) painting.passes.back().strength *= last;
    return painting;
}

/// The strip and its ledger beside somebody's picture. Saves come at made-up times.
void shoot_beside(const fs::path& demo, const fs::path& into) {
    const fs::path folder = fs::temp_directory_path() / "underpaint-beside";
    fs::create_directories(folder);
    const fs::path picture = folder / "salt-cart.png";
    const auto opened = open_painting(demo / "salt-cart.ora", "2026-11-26");
    auto own = own_painting(picture, demo / "salt-cart.ora", folder / "unsaved");
    if (!opened || !own) return;
    Moment now = moment_now() - std::chrono::minutes(160);
    BesideDesk desk(std::move(*own),
                    WatchOptions{picture, Reader::lightness, {}, [&] { return now; }},
                    folder / "unsaved", AskForFile());
    Strip& strip = desk.strip();
    strip.show();
    strip.set_expanded(true);
    const std::vector<std::pair<Painting, int>> states{
        {coloured(opened->painting, 0), 0},        {coloured(opened->painting, 1), 29},
        {coloured(opened->painting, 2), 21},       {coloured(opened->painting, 3), 18},
        {coloured(opened->painting, 4), 16},       {coloured(opened->painting, 6, 0.6F), 11},
        {coloured(opened->painting, 5), 11},       {coloured(opened->painting, 5, 0.8F), 21},
        {coloured(opened->painting, 6, 0.45F), 11}};
    for (std::size_t i = 0; i < states.size(); ++i) {
        const auto& [painting, minutes] = states[i];
        now += std::chrono::minutes(minutes);
        if (!export_png(picture, painting, everything_of(painting))) return;
        const auto measured = [&] {
            return desk.watching().saves().size() == i + 1 && strip.settled();
        };
        if (!QTest::qWaitFor(measured, 60'000)) std::fprintf(stderr, "a save was not measured\n");
    }
    QTest::qWait(500);
    QImage shot(1280, 800, QImage::Format_RGB32);
    shot.fill(QColor(0x4a4a4a));
    QPainter painter(&shot);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const QRect place(40, 100, 776, 582);
    painter.drawImage(place, QImage(QString::fromStdString(picture.string())));
    painter.setFont(secondary_font());
    painter.setPen(QColor(0xa8a8a8));
    painter.drawText(place.left(), place.bottom() + 24,
                     QObject::tr("the painter's own program, whichever it is"));
    painter.drawPixmap(848, 40, strip.grab());
    painter.end();
    if (!shot.save(QString::fromStdString((into / "beside.png").string())))
        std::fprintf(stderr, "beside.png was not saved\n");
    strip.close();
    fs::remove_all(folder);
}

}  // namespace

/// DEMO INTO [NAME]...: the folders of the paintings and for the pictures; all of them unless
/// named.
int main(int argc, char** argv) {
    // What is somebody's own stays out of the pictures.
    const std::string nowhere = (fs::temp_directory_path() / "underpaint-screenshots").string();
    qputenv("XDG_CONFIG_HOME", nowhere.c_str());
    qputenv("XDG_DATA_HOME", nowhere.c_str());
    qputenv("XDG_STATE_HOME", nowhere.c_str());
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("Faithful Underpaint Screenshots"));
    QApplication::setOrganizationName(QStringLiteral("Faithful Underpaint Screenshots"));
    dress(application);
    if (argc < 3) return 2;
    const fs::path demo = argv[1], into = argv[2];
    const auto wanted = [&](const char* name) {
        return argc == 3 || std::any_of(argv + 3, argv + argc, [&](const char* given) {
                   return std::string_view(given) == name;
               });
    };
    practise();
    for (const Shot& shot : shots()) {
        if (!wanted(shot.name)) continue;
        Sitting view(demo / (std::string(shot.painting) + ".ora"), shot.bench);
        if (shot.prepare) shot.prepare(view);
        view.save(into / (std::string(shot.name) + ".png"));
        std::printf("%s\n", shot.name);
    }
    if (wanted("bring-in")) shoot_bring_in(demo, into);
    if (wanted("beside")) shoot_beside(demo, into);
    return 0;
}
