// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/panes/findings_view.h"

#include <QLabel>
#include <QPushButton>
#include <QScrollBar>
#include <QSignalSpy>

#include "desk/panes/finding_row.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

/// Findings that a test makes up.
class ToldFindings : public FindingsMeter {
public:
    bool current = true;
    bool findings_current() const override { return current; }
    bool finished() const override { return true; }
    void tell(std::vector<Finding> findings) {
        findings_ = std::move(findings);
        emit findings_changed();
    }
    void change() {
        current = false;
        emit outdated();
    }
};

class FindingsInAView : public testing::DeskTest {
protected:
    FindingsInAView() {
        begin(testing::with_pass_over_noise({60, 40}));
        view_.emplace(session(), window_->canvas());
        view_->resize(900, 300);
        view_->watch(told_);
        view_->show();
        slip_.figure = 0.6, slip_.budget = 0.25;
        other_.figure = 0.9, other_.budget = 0.25;
    }
    FindingRow* row(int pass) const {
        for (auto* each : view_->findChildren<FindingRow*>())
            if (each->isVisible() && each->finding().pass == pass) return each;
        return nullptr;
    }
    static QString words(const FindingRow* row) { return row->findChild<QLabel*>()->text(); }
    static bool usable(const FindingRow* row) {
        return row->findChild<QPushButton*>()->isEnabled();
    }
    void tell(std::vector<Finding> findings) {
        told_.tell(std::move(findings));
        QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        QCoreApplication::processEvents();
    }

    ToldFindings told_;
    std::optional<FindingsView> view_;
    Finding slip_{kValuesSlip, Verdict::lost, 1, "Moved by 0.6."};
    Finding other_{kValuesSlip, Verdict::lost, 2, "Moved by 0.9."};
};

TEST_F(FindingsInAView, RowsThatSayTheSameOfTheSamePassStay) {
    EXPECT_EQ(row(1), nullptr);
    tell({slip_, other_});
    FindingRow *first = row(1), *second = row(2);
    ASSERT_TRUE(first && second);
    EXPECT_LT(first->y(), second->y());
    slip_.text = "Moved by 0.5.", slip_.figure = 0.5;
    tell({other_, slip_});
    EXPECT_EQ(row(1), first);
    EXPECT_EQ(row(2), second);
    EXPECT_GT(first->y(), second->y()) << "the costliest stands first";
    EXPECT_EQ(words(first), "Moved by 0.5.");
    EXPECT_EQ(words(second), "Moved by 0.9.");
    tell({other_});
    EXPECT_EQ(row(1), nullptr);
    EXPECT_EQ(view_->findChildren<FindingRow*>().size(), 1);
    tell({});
    EXPECT_EQ(row(2), nullptr);
}

TEST_F(FindingsInAView, NothingOfThemCanBeTakenUntilTheyAreCurrent) {
    tell({slip_});
    EXPECT_TRUE(usable(row(1)));
    told_.change();
    EXPECT_FALSE(usable(row(1)));
    tell({slip_});
    EXPECT_FALSE(usable(row(1))) << "they are of a moment ago still";
    told_.current = true;
    tell({slip_});
    EXPECT_TRUE(usable(row(1)));
}

/// Figures come and go, mends arrive, rows are made anew: the focus stays with its finding and the
/// list where it was scrolled to.
TEST_F(FindingsInAView, FocusAndScrollingStayWhereTheyAre) {
    window_->hide();
    view_->resize(900, 90);
    view_->activateWindow();
    ASSERT_TRUE(wait([&] { return view_->isActiveWindow(); }));
    std::vector<Finding> findings;
    for (int pass = 1; pass <= 9; ++pass) {
        Finding each = slip_;
        each.pass = pass;
        Mend mend;
        mend.label = "Ease to 11%";
        mend.change = SetStrength{static_cast<std::size_t>(pass - 1), 0.11F};
        each.mends = {mend};
        findings.push_back(each);
    }
    tell(findings);
    const auto button = [&](int pass, const char* name) {
        return row(pass) != nullptr ? row(pass)->findChild<QPushButton*>(name) : nullptr;
    };
    auto* bar = view_->verticalScrollBar();
    ASSERT_TRUE(wait([&] { return bar->maximum() > 50; }, 20'000)) << bar->maximum();
    bar->setValue(40);
    button(3, "mend_ease")->setFocus();
    const auto expect_calm = [&](const QWidget* focus, const char* when) {
        EXPECT_EQ(QApplication::focusWidget(), focus) << when;
        EXPECT_EQ(bar->value(), 40) << when;
    };
    expect_calm(button(3, "mend_ease"), "at first");
    told_.change();
    expect_calm(&*view_, "nothing can be taken now");
    told_.current = true;
    for (Finding& each : findings) each.mends.clear();
    tell(findings);
    expect_calm(&*view_, "the mends are still being tried");
    for (Finding& each : findings) {
        Mend mend;
        mend.label = "Ease to 12%";
        mend.change = SetStrength{static_cast<std::size_t>(each.pass - 1), 0.12F};
        each.mends = {mend};
    }
    std::rotate(findings.begin(), findings.begin() + 4, findings.end());
    tell(findings);
    expect_calm(button(3, "mend_ease"), "they have come, in another order");
    // What had the focus is gone: it stays with the list.
    told_.change();
    told_.current = true;
    std::erase_if(findings, [](const Finding& each) { return each.pass == 3; });
    tell(findings);
    expect_calm(&*view_, "it was mended");
    tell({findings[0], other_});
    EXPECT_EQ(QApplication::focusWidget(), &*view_);
    // Who has gone elsewhere meanwhile stays there.
    tell(findings);
    bar->setValue(40);
    button(5, "mend_ease")->setFocus();
    told_.change();
    button(5, "more_of_finding")->setEnabled(true);
    QLineEdit elsewhere(&*view_);
    elsewhere.show();
    elsewhere.setFocus();
    told_.current = true;
    tell(findings);
    expect_calm(&elsewhere, "it was moved by hand");
}

TEST_F(FindingsInAView, WhatCanBeDoneComesWithItsButtons) {
    QSignalSpy pointed(&*view_, &FindingsView::mend_pointed);
    tell({slip_});
    EXPECT_EQ(row(1)->findChild<QPushButton*>("mend_ease"), nullptr);
    Mend mend;
    mend.label = "Ease to 11%";
    mend.change = SetStrength{0, 0.11F};
    slip_.mends = {mend};
    tell({slip_, other_});
    auto* button = row(1)->findChild<QPushButton*>("mend_ease");
    ASSERT_TRUE(button);
    EXPECT_EQ(button->text(), "Ease to 11%");
    EXPECT_EQ(row(2)->findChild<QPushButton*>("mend_ease"), nullptr);
    pointed.clear();
    tell({slip_, other_});
    EXPECT_EQ(pointed.count(), 0) << "what the pointer rests on is still there";
    slip_.meant = "Dusk";
    tell({other_, slip_});
    EXPECT_EQ(words(row(1)), "Moved by 0.6. Intended: Dusk");
    EXPECT_GT(pointed.count(), 0);
    view_->resize(300, 300);
    tell({other_, slip_});
    EXPECT_TRUE(row(1)->narrow());
}

}  // namespace
}  // namespace underpaint
