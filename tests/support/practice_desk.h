// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>

#include "desk/practice/drill_view.h"
#include "desk/practice/practice_session.h"
#include "files/logbook.h"
#include "files/user_folders.h"
#include "support/desk_fixture.h"

namespace underpaint::testing {

/// The Practice bench with an empty logbook, on a screen that was never checked.
class PracticeDesk : public DeskTest {
protected:
    void SetUp() override {
        std::error_code error;
        for (const char* more : {"", "-wal", "-shm"})
            std::filesystem::remove(Logbook::usual_file().string() + more, error);
        for (const char* file : {"screens.json", "past.json"})
            std::filesystem::remove(records_folder() / file, error);
        window_.reset();
        start();
        window_->show_bench("practice");
        asked();
    }
    void asked() const {
        ASSERT_TRUE(wait([&] { return window_->bench().finished() && question() != nullptr; }));
    }
    PracticeSession& practice() const { return *window_->bench().findChild<PracticeSession*>(); }
    DrillView& view() const { return *find<DrillView>("drill_view"); }
    const DrillQuestion* question() const { return practice().question().get(); }
    std::vector<LoggedAnswer> kept() const {
        auto book = Logbook::open(Logbook::usual_file());
        EXPECT_TRUE(book);
        return *book->answers();
    }
    std::vector<LoggedStudy> kept_studies() const {
        auto book = Logbook::open(Logbook::usual_file());
        EXPECT_TRUE(book);
        return *book->studies();
    }
    QString last() const { return find<QLabel>("drill_last")->text(); }
    void choose_drill(const char* id) const {
        click((std::string("drill_") + id).c_str());
        asked();
    }
    void answer_with(const char* text) const {
        QTest::keyClicks(find<QLineEdit>("drill_typed"), text);
        click("drill_answer");
        asked();
    }
};

}  // namespace underpaint::testing
