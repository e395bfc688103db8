// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/main_window.h"

#include <QApplication>
#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QLineEdit>
#include <QMenu>
#include <QMimeData>
#include <QPlainTextEdit>
#include <QScreen>
#include <QStackedWidget>
#include <QVBoxLayout>
#include <QWindow>

#include "desk/guide/guide_window.h"
#include "desk/kit/look.h"
#include "desk/kit/notice_bar.h"
#include "desk/kit/words.h"
#include "desk/panes/findings_view.h"
#include "desk/panes/ladder.h"
#include "desk/panes/lens_row.h"
#include "desk/panes/pointer_line.h"
#include "desk/panes/taken_colour.h"
#include "desk/panes/top_bar.h"
#include "desk/view/canvas.h"
#include "desk/window/about_sheet.h"
#include "desk/window/bring_in_sheet.h"
#include "desk/window/display.h"
#include "desk/window/empty_state.h"
#include "desk/window/file_names.h"
#include "desk/window/keys_sheet.h"
#include "desk/window/settings_menus.h"
#include "desk/window/walk.h"
#include "files/user_folders.h"

namespace underpaint {
namespace {

constexpr int kHeldKeys[] = {Qt::Key_G, Qt::Key_S, Qt::Key_B, Qt::Key_Q, Qt::Key_F, Qt::Key_U};

}  // namespace

QSize first_size(QSize wanted, QSize available) {
    constexpr QSize frame(4, 36);
    return wanted.boundedTo(available - frame);
}

MainWindow::MainWindow(std::function<std::string()> day, std::function<Moment()> clock)
    : day_(std::move(day)),
      clock_(clock),
      time_(new TimeKeeper(session_, meters_.brief, clock, this)) {
    setWindowTitle(tr("Faithful Underpaint"));
    setAcceptDrops(true);
    const QSize available = screen()->availableSize();
    resize(first_size({scaled(1280), scaled(800)}, available));
    setMinimumSize(first_size({scaled(1024), scaled(640)}, available));
    notice_ = new NoticeBar;
    files_ = new FileDesk(session_, *notice_, this);
    autosave_ = new Autosave(
        session_.document, state_folder() / "unsaved", [this] { return files_->stamp(); },
        std::move(clock), this);
    unsaved_ = new UnsavedOffer(session_, *files_, *autosave_, *notice_, this);
    canvas_ = new Canvas(session_, meters_);
    display_ = new Display(*notice_, this);
    connect(display_, &Display::changed, this, [this] {
        session_.screen.move_to(display_->screen(), display_->profile(), display_->transform());
    });
    top_ = new TopBar(session_, meters_.brief, *time_, file_menu());
    benches_ = make_benches({session_, meters_, *canvas_, files_->asking(), day_, *time_});
    setCentralWidget(build());
    connect_panes();
    qApp->installEventFilter(this);
    enter(**std::ranges::find_if(benches_, [](const auto& b) { return b->suits(Painting{}); }));
    refresh_actions();
    for (const QString& trouble : session_.settings.take_troubles()) notice_->say(trouble);
}

QWidget* MainWindow::build() {
    const auto column_of = [](QWidget* owner) {
        auto* column = new QVBoxLayout(owner);
        column->setContentsMargins(0, 0, 0, 0);
        column->setSpacing(0);
        return column;
    };
    ladder_ = new Ladder(session_, meters_.foci);
    lenses_ = new LensRow(session_, *canvas_, files_->asking());
    pointer_ = new PointerLine(session_);
    findings_ = new FindingsView(session_, *canvas_);
    findings_->setFixedHeight(scaled(132));
    sheets_ = new QStackedWidget;
    std::vector<Bench*> tabs;
    for (const auto& bench : benches_) {
        sheets_->addWidget(&bench->sheet());
        tabs.push_back(bench.get());
        connect(bench.get(), &Bench::wants_bench, this, &MainWindow::show_bench);
        connect(bench.get(), &Bench::wants_page, this, &MainWindow::open_page);
    }
    top_->add_benches(tabs);
    sheets_->setFixedWidth(scaled(421));
    sheets_->setObjectName(QStringLiteral("sheets"));

    auto* painting = new QWidget;
    auto* view = column_of(painting);
    auto* picture = new QWidget;
    auto* picture_column = column_of(picture);
    picture_column->addWidget(lenses_);
    picture_column->addWidget(canvas_, 1);
    view_ = new QStackedWidget;
    view_->addWidget(picture);
    for (const auto& bench : benches_) {
        if (bench->charts() != nullptr) view_->addWidget(bench->charts());
        connect(bench.get(), &Bench::wants_charts, this, &MainWindow::show_charts);
        connect(bench.get(), &Bench::said, pointer_, &PointerLine::say);
    }
    connect(lenses_, &LensRow::wants_charts, this, [this] { show_charts(true); });
    view->addWidget(view_, 1);
    view->addWidget(pointer_);
    view->addWidget(findings_);
    middle_ = new QStackedWidget;
    auto* empty = new EmptyState(*files_);
    connect(empty, &EmptyState::wants_walk, this, &MainWindow::show_me);
    middle_->addWidget(empty);
    middle_->addWidget(painting);
    bring_in_ = new BringInSheet(session_);
    middle_->addWidget(bring_in_);
    for (const auto& bench : benches_)
        if (bench->middle() != nullptr) middle_->addWidget(bench->middle());
    auto* centre = new QWidget;
    auto* centre_column = column_of(centre);
    centre_column->addWidget(middle_, 1);
    notice_->lie_over(*middle_);

    auto* panes = new QHBoxLayout;
    panes->setSpacing(0);
    panes->addWidget(ladder_);
    panes->addWidget(centre, 1);
    panes->addWidget(sheets_);
    auto* whole = new QWidget;
    auto* column = column_of(whole);
    column->addWidget(top_);
    column->addLayout(panes, 1);
    keys_ = new KeysSheet(*whole);
    about_ = new AboutSheet(*whole);
    return whole;
}

QMenu* MainWindow::file_menu() {
    auto* menu = new QMenu(this);
    const auto add = [&](const char* name, const QString& label, const QKeySequence& keys,
                         auto act) {
        QAction* action = menu->addAction(label);
        action->setObjectName(QString::fromLatin1(name));
        action->setShortcut(keys);
        connect(action, &QAction::triggered, this, act);
        addAction(action);  // so that the shortcut works while the menu is closed
        return action;
    };
    add("open", tr("Open a painting…"), QKeySequence::Open, [this] { files_->open(); });
    add("bring_in", tr("Bring in a picture…"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_O),
        [this] { files_->bring_in(); });
    add("watch", tr("Watch a file…"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_W), [this] {
        if (const auto file = files_->ask_for_file_to_watch(); !file.empty()) watch_file(file);
    });
    auto* recent = menu->addMenu(tr("Open again"));
    connect(recent, &QMenu::aboutToShow, this, [this, recent] { fill_recent(recent); });
    add("unsaved", tr("Unsaved work…"), {}, [this] { unsaved_->offer(true); });
    menu->addSeparator();
    save_ = add("save", tr("Save"), QKeySequence::Save, [this] { files_->save(); });
    save_as_ = add("save_as", tr("Save as…"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_S),
                   [this] { files_->save_as(); });
    export_ = add("export", tr("Export a PNG…"), QKeySequence(Qt::CTRL | Qt::Key_E),
                  [this] { files_->export_png(); });
    merged_ =
        add("merged_copy", tr("Save a merged copy…"), {}, [this] { files_->save_merged_copy(); });
    menu->addSeparator();
    undo_ = add("undo", tr("Undo"), QKeySequence::Undo, [this] { session_.document.undo(); });
    redo_ = add("redo", tr("Redo"), QKeySequence::Redo, [this] { session_.document.redo(); });
    menu->addSeparator();
    parts_in_ = add("layers_as_parts", tr("Layers of a painting as parts…"), {},
                    [this] { files_->layers_as_parts(); });
    QMenu* turns = menu->addMenu(tr("Turn the painting"));
    for (const auto& [name, label, turn] :
         {std::tuple("turn_painting_left", tr("to the left"), Turn::left),
          {"turn_painting_right", tr("to the right"), Turn::right},
          {"turn_painting_half", tr("upside down"), Turn::half},
          {"mirror_painting", tr("mirrored"), Turn::mirror}}) {
        QAction* action = turns->addAction(label);
        action->setObjectName(QString::fromLatin1(name));
        connect(action, &QAction::triggered, this, [this, turn = turn] { files_->turn(turn); });
    }
    menu->addSeparator();
    add("fit", tr("Fit the picture"), QKeySequence(Qt::CTRL | Qt::Key_0),
        [this] { look(Looking::fit); });
    add("one_to_one", tr("One to one"), QKeySequence(Qt::CTRL | Qt::Key_1),
        [this] { look(Looking::one_to_one); });
    menu->addSeparator();
    add_settings(*menu, *canvas_, *display_, [this] {
        return files_->ask_for_file(tr("The profile of this screen"),
                                    tr("ICC profiles (*.icc *.icm)"));
    });
    add("guide", tr("Guide…"), QKeySequence(Qt::Key_F1), [this] { show_guide(); });
    add("show_me", tr("Show me the demo…"), {}, [this] { show_me(); });
    add("keys", tr("Keys…"), QKeySequence(Qt::SHIFT | Qt::Key_F1), [this] { keys_->toggle(); });
    add("about", tr("About…"), {}, [this] { about_->toggle(); });
    menu->addSeparator();
    add("quit", tr("Quit"), QKeySequence(Qt::CTRL | Qt::Key_Q), [this] { close(); });
    return menu;
}

void MainWindow::fill_recent(QMenu* menu) {
    menu->clear();
    for (const QString& file : files_->recent())
        connect(menu->addAction(QString(file).replace(QLatin1Char('&'), QStringLiteral("&&"))),
                &QAction::triggered, this, [this, file] { files_->open_file(path_of(file)); });
    if (const auto earlier = files_->earlier(); !earlier.empty()) {
        menu->addSeparator();
        menu->addAction(tr("As they were before"))->setEnabled(false);
        for (const EarlierVersion& version : earlier)
            connect(menu->addAction(tr("%1, saved %2")
                                        .arg(shown_on_button(version.of.filename().string()),
                                             moment_in_words(version.saved))),
                    &QAction::triggered, this, [this, version] { files_->open_earlier(version); });
    }
    if (menu->isEmpty()) menu->addAction(tr("Nothing yet"))->setEnabled(false);
}

void MainWindow::connect_panes() {
    connect(top_, &TopBar::bench_wanted, this, &MainWindow::show_bench);
    connect(top_, &TopBar::go_on_wanted, this, &MainWindow::go_on);
    connect(top_, &TopBar::step_wanted, this, [this](const QString& id) {
        Painting painting = session_.document.painting();
        painting.brief.in_hand = id.toStdString();
        session_.document.change(tr("Take a step in hand"), std::move(painting));
        go_on();
    });
    connect(&session_.settings, &PainterSettings::troubled, this, [this] {
        for (const QString& trouble : session_.settings.take_troubles()) notice_->say(trouble);
    });
    connect(&session_.paper, &PaperChoice::troubled, notice_, &NoticeBar::say);
    connect(files_, &FileDesk::briefing, this, [this] { show_bench(QStringLiteral("brief")); });
    connect(autosave_, &Autosave::troubled, notice_, &NoticeBar::say);
    connect(&Faults::all(), &Faults::happened, notice_, &NoticeBar::say);
    connect(files_, &FileDesk::saved, time_, &TimeKeeper::keep_record);
    connect(files_, &FileDesk::merged, this, [this](std::uint64_t number) {
        if (number != session_.document.number()) return;
        WorkLog log = session_.document.painting().log;
        log.merged = date_from_iso(day_());
        session_.document.log(std::move(log));
    });
    connect(canvas_, &Canvas::pointed, pointer_, &PointerLine::point);
    connect(canvas_, &Canvas::takes_colour, this, [this](QPointF picture) {
        if (const QString said = take_colour(session_, picture); !said.isEmpty())
            notice_->say(said);
    });
    connect(pointer_, &PointerLine::stepped, ladder_, &Ladder::set_pointer);
    connect(findings_, &FindingsView::mend_pointed, this, [this](const Mend* mend) {
        bench_->point_at(mend);
        pointer_->say(mend == nullptr ? QString() : QString::fromStdString(mend->effect));
    });
    connect(&session_.outlook, &Outlook::comparison_changed, this,
            [this] { lenses_->set_comparing(session_.outlook.comparison().has_value()); });
    session_.when(this, &MainWindow::refresh_actions, &Document::changed, &Document::saved_changed);
    connect(canvas_, &Canvas::lens_changed, this,
            [this] { ladder_->set_shapes(shapes_of(canvas_->lens())); });
    connect(files_, &FileDesk::busy_changed, this, &MainWindow::refresh_actions);
    connect(files_, &FileDesk::coloured, this, [this](const std::shared_ptr<Painting>& painting) {
        bring_in_->show_picture(std::move(*painting));
        show_middle(Middle::bring_in);
    });
    connect(bring_in_, &BringInSheet::chosen, files_,
            [this](const std::shared_ptr<Painting>& painting) { files_->begin(painting); });
    connect(bring_in_, &BringInSheet::finished, this, [this] {
        files_->keep_after_all();
        show_middle(session_.document.has_painting() ? Middle::painting : Middle::empty);
    });
    connect(&session_.document, &Document::begun, this, [this] {
        show_middle(Middle::painting);
        canvas_->setFocus();
        const auto suits = [this](const auto& bench) {
            return bench->suits(session_.document.painting());
        };
        enter(**std::ranges::find_if(benches_, suits));
    });
}

void MainWindow::refresh_actions() {
    const bool any = session_.document.has_painting(), free = any && !files_->busy();
    const bool saves = any && !files_->saving();
    const auto step = [&](QAction* action, const QString& verb, const std::string& label) {
        action->setEnabled(!label.empty());
        action->setText(label.empty()
                            ? verb
                            : QStringLiteral("%1: %2").arg(verb, QString::fromStdString(label)));
    };
    step(undo_, tr("Undo"), any ? session_.document.history().undo_label() : std::string());
    step(redo_, tr("Redo"), any ? session_.document.history().redo_label() : std::string());
    save_->setEnabled(any);  // pressed during a save, it asks for another one
    for (QAction* action : {save_as_, export_, merged_}) action->setEnabled(saves);
    parts_in_->setEnabled(free);
    setWindowTitle(
        any ? tr("%1[*] – Faithful Underpaint").arg(shown(session_.document.painting().name))
            : tr("Faithful Underpaint"));
    setWindowModified(session_.document.unsaved());
}

void MainWindow::tell(const QString& text, const std::function<void()>& then) {
    if (text.isEmpty()) return then();
    notice_->ask(text, {{tr("Go on"), then}});
}

void MainWindow::show_bench(const QString& id) {
    for (const auto& bench : benches_)
        if (id.compare(QLatin1String(bench->text().id), Qt::CaseInsensitive) == 0) enter(*bench);
}

void MainWindow::enter(Bench& bench) {
    canvas_->put_down();
    if (bench_ != nullptr && bench_ != &bench) bench_->leave();
    bench_ = &bench;
    session_.outlook.set_stage(bench.stage());
    if (!has_lens(bench.stage(), canvas_->lens())) canvas_->set_lens(Lens::colour);
    bench.enter();
    sheets_->setCurrentWidget(&bench.sheet());
    top_->set_bench(bench);
    ladder_->set_bench(bench);
    lenses_->set_stage(bench.stage());
    lenses_->set_charts(bench.charts() != nullptr);
    show_charts(false);
    pointer_->set_bench(bench);
    findings_->watch(bench.findings());
    if (middle_->currentIndex() == static_cast<int>(Middle::bring_in)) return;
    const bool there = session_.document.has_painting() || bench.works_alone();
    show_middle(there ? Middle::painting : Middle::empty);
}

/// The bench's charts in place of the picture, or the picture again.
void MainWindow::show_charts(bool on) {
    QWidget* charts = on ? bench_->charts() : nullptr;
    if (charts != nullptr) {
        canvas_->put_down();
        view_->setCurrentWidget(charts);
        charts->setFocus();
    } else if (view_->currentIndex() != 0) {
        view_->setCurrentIndex(0);
        pointer_->say({});
        canvas_->setFocus();
    }
    place_notice();
}

void MainWindow::open_page(const QString& bench, const QString& page) {
    // The merge step saves a copy to paint over; the copy comes back as a pass.
    const bool merging = page == QLatin1String("merge") && session_.document.has_painting() &&
                         !session_.document.painting().log.merged;
    show_bench(bench);
    if (merging) return files_->save_merged_copy();
    bench_->show_page(page);
}

void MainWindow::go_on() {
    if (const RouteStep* step = meters_.brief.in_hand())
        open_page(QString::fromStdString(step->bench), QString::fromStdString(step->page));
}

bool MainWindow::peek(std::optional<Lens> lens) {
    canvas_->peek(lens);
    bench_->peek(lens);
    return true;
}

void MainWindow::look(Looking how) {
    if (bench_->look(how)) return;
    switch (how) {
        case Looking::fit: return canvas_->fit();
        case Looking::one_to_one: return canvas_->one_to_one();
        case Looking::mirror: return canvas_->mirror();
        case Looking::upend: return canvas_->upend();
    }
}

bool MainWindow::handle_key(int key, bool pressed) {
    switch (key) {
        case Qt::Key_G: return peek(pressed ? std::optional(Lens::grey) : std::nullopt);
        case Qt::Key_S: return peek(pressed ? std::optional(Lens::seal) : std::nullopt);
        case Qt::Key_Q: return peek(pressed ? std::optional(Lens::squint) : std::nullopt);
        case Qt::Key_B: canvas_->peek_before(pressed); return true;
        case Qt::Key_F:
            if (pressed) look(Looking::mirror);
            return true;
        case Qt::Key_U:
            if (pressed) look(Looking::upend);
            return true;
        case Qt::Key_Question:
            if (pressed) show_guide();
            return true;
        case Qt::Key_Escape: return pressed && escape();
        default: break;
    }
    for (const auto& bench : benches_)
        if (key == Qt::Key_0 + bench->key()) {
            if (pressed) enter(*bench);
            return true;
        }
    return false;
}

/// What is shown by itself goes first, wherever the focus is; then whoever has the focus is asked.
bool MainWindow::escape() {
    if (keys_->isVisible() || about_->isVisible() || notice_->asks() ||
        canvas_->tool() != Canvas::Tool::none)
        return false;
    if (canvas_->show_everything()) return true;
    if (view_->currentIndex() == 0) return false;
    show_charts(false);
    return true;
}

/// A key that is let go elsewhere is not heard of.
void MainWindow::changeEvent(QEvent* event) {
    if (event->type() == QEvent::ActivationChange && !isActiveWindow()) canvas_->end_peeks();
    QMainWindow::changeEvent(event);
}

bool MainWindow::eventFilter(QObject* watched, QEvent* event) {
    // Any key or press in this window counts as work.
    const bool acts = event->type() == QEvent::KeyPress ||
                      event->type() == QEvent::MouseButtonPress ||
                      event->type() == QEvent::MouseMove || event->type() == QEvent::Wheel ||
                      event->type() == QEvent::TabletMove;
    if (acts && event->spontaneous() && isActiveWindow()) time_->act(!bench_->works_alone());
    const bool press = event->type() == QEvent::KeyPress,
               release = event->type() == QEvent::KeyRelease;
    if (!press && !release) return false;
    auto* key = static_cast<QKeyEvent*>(event);
    const auto takes_text = [key](const QObject* widget) {
        const auto* field = qobject_cast<const QLineEdit*>(widget);
        // A field for numbers does not accept a question mark, so it can mean help there.
        const bool numbers =
            field != nullptr && (field->inputMethodHints() & Qt::ImhFormattedNumbersOnly) != 0;
        return (field != nullptr && !(numbers && key->key() == Qt::Key_Question)) ||
               qobject_cast<const QPlainTextEdit*>(widget) != nullptr;
    };
    const bool typing = takes_text(watched) || takes_text(QApplication::focusWidget());
    const auto* widget = qobject_cast<QWidget*>(watched);
    const bool here = widget != nullptr && widget->window() == this && isActiveWindow();
    // Many keyboards need Shift for a question mark.
    const bool plain = key->modifiers() == Qt::NoModifier || key->key() == Qt::Key_Question;
    if (!here || typing || (press && !plain)) return false;
    if (keys_->isVisible() || about_->isVisible()) return false;
    // Of a held key only the first press and the last release count.
    if (key->isAutoRepeat()) return std::ranges::count(kHeldKeys, key->key()) > 0;
    return handle_key(key->key(), press);
}

/// While a picture is being brought in, the benches have nothing to say.
void MainWindow::show_middle(Middle middle) {
    QWidget* own = middle == Middle::painting ? bench_->middle() : nullptr;
    if (own != nullptr)
        middle_->setCurrentWidget(own);
    else
        middle_->setCurrentIndex(static_cast<int>(middle));
    const bool in = middle == Middle::bring_in;
    ladder_->setVisible(!in);
    sheets_->setVisible(!in);
    place_notice();
}

/// Over the edge of the picture where it is shown, so that its lenses stay in reach.
void MainWindow::place_notice() {
    const bool picture =
        middle_->currentIndex() == static_cast<int>(Middle::painting) && view_->currentIndex() == 0;
    notice_->lie_over(picture ? static_cast<QWidget&>(*canvas_) : *middle_);
}

bool MainWindow::settled() const {
    const bool measured = bench_->findings().findings_current();
    return canvas_->settled() && meters_.finished() && measured && !files_->busy() &&
           !bring_in_->busy() && !unsaved_->busy() &&
           std::ranges::all_of(benches_, [](const auto& bench) { return bench->finished(); });
}

void MainWindow::showEvent(QShowEvent*) {
    display_->move_to(screen());
    connect(windowHandle(), &QWindow::screenChanged, display_, &Display::move_to,
            Qt::UniqueConnection);
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (closing_ || (!session_.document.unsaved() && !files_->saving())) {
        files_->stop_loading();
        autosave_->drop();  // saved or discarded
        return event->accept();
    }
    event->ignore();
    files_->when_safe([this] {
        closing_ = true;
        close();
    });
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    const auto urls = event->mimeData()->urls();
    if (urls.size() == 1 && urls.first().isLocalFile()) event->acceptProposedAction();
}

/// With Ctrl held a file is watched instead of opened.
void MainWindow::dropEvent(QDropEvent* event) {
    const auto file = path_of(event->mimeData()->urls().first());
    event->modifiers().testFlag(Qt::ControlModifier) ? watch_file(file) : files_->open_file(file);
    event->acceptProposedAction();
}

void MainWindow::show_guide() {
    if (guide_ == nullptr) {
        QStringList benches;
        for (const auto& bench : benches_) benches << QString::fromLatin1(bench->text().id);
        guide_ = new GuideWindow(benches, this);
        connect(guide_, &GuideWindow::wants_walk, this, &MainWindow::show_me);
    }
    guide_->open(QString::fromLatin1(bench_->text().id));
}

void MainWindow::show_me() {
    if (guide_ != nullptr) guide_->hide();
    files_->open_demo([this] {
        if (walk_ == nullptr) walk_ = new Walk(*this);
        walk_->begin();
    });
}

void MainWindow::watch_file(const std::filesystem::path& file) {
    beside_.reset();
    watched_.reset();
    watched_ = mark_watched(file);
    if (!watched_)
        return notice_->say(tr("%1 is watched already, by another strip.").arg(name_of(file)));
    const WatchOptions options{file, session_.choices.reader(), session_.settings.rules(), clock_};
    if (session_.document.has_painting() && session_.document.painting().sealed()) {
        beside_ = std::make_unique<BesideDesk>(session_.document, options, files_->asking());
    } else {
        auto own = own_painting(file, {}, autosave_->store());
        if (!own) return notice_->say(QString::fromStdString(own.error().message()));
        beside_ = std::make_unique<BesideDesk>(std::move(*own), options, autosave_->store(),
                                               files_->asking());
    }
    connect(beside_.get(), &BesideDesk::opened, this, &MainWindow::take_from_strip);
    connect(beside_.get(), &BesideDesk::troubled, notice_, &NoticeBar::say);
    connect(
        beside_.get(), &BesideDesk::closed, this,
        [this] {
            beside_.reset();
            watched_.reset();
        },
        Qt::QueuedConnection);
    beside_->strip().show();
}

void MainWindow::take_from_strip(std::shared_ptr<BesideDesk::Opened> opened) {
    files_->begin_unsaved(std::make_shared<Painting>(std::move(opened->painting)), opened->file,
                          opened->stamp, [this, opened] {
                              if (opened->work) autosave_->go_on_with(std::move(*opened->work));
                              // The strip continues with the painting of this window.
                              const std::filesystem::path file =
                                  session_.document.painting().saves.file();
                              QMetaObject::invokeMethod(
                                  this, [this, file] { watch_file(file); }, Qt::QueuedConnection);
                          });
}

}  // namespace underpaint
