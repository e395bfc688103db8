// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMainWindow>
#include <functional>

#include "desk/window/benches.h"
#include "desk/window/beside_desk.h"
#include "desk/window/file_desk.h"
#include "desk/window/unsaved_offer.h"
#include "desk/work/time_keeper.h"

class QMenu;
class QStackedWidget;

namespace underpaint {

/// The size that fits on a screen with so much room, with the frame that a window gets there, whose
/// size is not known before it is shown.
QSize first_size(QSize wanted, QSize available);

class Canvas;
class Display;
class BringInSheet;
class FindingsView;
class GuideWindow;
class Ladder;
class LensRow;
class NoticeBar;
class AboutSheet;
class KeysSheet;
class PointerLine;
class TopBar;
class Walk;

/// Puts the panes together and passes keys, drops and closing on to whom they concern.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    /// `day` says what date a seal made now bears; tests put their own in.
    /// \param clock the moment, for the time that is worked
    explicit MainWindow(std::function<std::string()> day,
                        std::function<Moment()> clock = moment_now);

    Session& session() { return session_; }
    FileDesk& files() { return *files_; }
    Autosave& autosave() { return *autosave_; }
    UnsavedOffer& unsaved() { return *unsaved_; }
    /// Something to be read before anything else, and what comes then; at once when it is empty.
    void tell(const QString& text, const std::function<void()>& then);
    const Meters& meters() const { return meters_; }
    /// Whatever is made beside the interface has come.
    bool settled() const;
    Canvas& canvas() { return *canvas_; }
    /// Shows a bench by its id; nothing happens when there is none of that name.
    void show_bench(const QString& id);
    Bench& bench() const { return *bench_; }
    /// Shows a strip for a file that another program saves: measured against the seal of the
    /// painting here, or by itself where there is none.
    void watch_file(const std::filesystem::path& file);
    /// Takes over the painting of a strip, with the save that is to be seen.
    void take_from_strip(std::shared_ptr<BesideDesk::Opened> opened);
    /// Null when no file is watched.
    BesideDesk* beside() const { return beside_.get(); }
    /// Opens the guide at the page of the bench one is on.
    void show_guide();
    /// Goes through the demo painting with somebody who is new here.
    void show_me();
    const TimeKeeper& time() const { return *time_; }

protected:
    void showEvent(QShowEvent* event) override;
    void changeEvent(QEvent* event) override;
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    QWidget* build();
    void enter(Bench& bench);
    void show_charts(bool on);
    QMenu* file_menu();
    void fill_recent(QMenu* menu);
    void connect_panes();
    enum class Middle { empty, painting, bring_in };
    void show_middle(Middle middle);
    void place_notice();
    void refresh_actions();
    /// Keys that are held to peek, or that switch at once. True when `key` was one of them.
    bool handle_key(int key, bool pressed);
    bool peek(std::optional<Lens> lens);
    void look(Looking how);
    bool escape();
    /// Opens the bench of the step in hand, with its page.
    void go_on();
    void open_page(const QString& bench, const QString& page);

    Session session_;
    Meters meters_{session_};
    std::function<std::string()> day_;
    std::function<Moment()> clock_;
    TimeKeeper* time_;
    NoticeBar* notice_;
    FileDesk* files_;
    Autosave* autosave_;
    UnsavedOffer* unsaved_;
    std::optional<FileLock> watched_;
    std::unique_ptr<BesideDesk> beside_;
    Canvas* canvas_;
    Display* display_;
    TopBar* top_;
    Ladder* ladder_;
    LensRow* lenses_;
    PointerLine* pointer_;
    FindingsView* findings_;
    BringInSheet* bring_in_;
    AboutSheet* about_ = nullptr;
    KeysSheet* keys_;
    GuideWindow* guide_ = nullptr;  // made when it is first wanted
    Walk* walk_ = nullptr;
    std::vector<std::unique_ptr<Bench>> benches_;
    QStackedWidget *sheets_, *middle_, *view_;
    QAction *undo_, *redo_, *save_, *save_as_, *export_, *merged_, *parts_in_;
    Bench* bench_ = nullptr;
    bool closing_ = false;
};

}  // namespace underpaint
