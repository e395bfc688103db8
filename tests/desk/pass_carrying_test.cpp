// SPDX-License-Identifier: GPL-3.0-or-later
// What comes to the Passes bench from outside and what it says of it: a pass of another run, what
// was painted over, a reference; and how the ledger and the ladder show passes.
#include <QLabel>
#include <fstream>

#include "desk/kit/colour_button.h"
#include "desk/kit/picture_picker.h"
#include "desk/passes/lay_menu.h"
#include "desk/passes/ledger_model.h"
#include "desk/passes/pass_clip.h"
#include "painting/group_changes.h"
#include "support/passes_bench_fixture.h"

namespace underpaint {
namespace {

const QString kPassFormat = QStringLiteral("application/x-faithful-underpaint-pass");

class Carrying : public testing::PassesBenchTest {
protected:
    LayMenu& menu() const { return *window_->findChild<LayMenu*>(); }
    void change(std::size_t place, const std::function<void(Pass&)>& change) const {
        Pass pass = painting().passes[place];
        change(pass);
        session().document.change("change", with_changed_pass(painting(), place, pass));
        settle();
    }
};

TEST_F(Carrying, APassOfAnotherRunIsPastedFromItsBytes) {
    change(1, [&](Pass& p) { p.reach.parts = {painting().parts[1].id}; });
    const PassClip clip(painting(), 1);
    ASSERT_TRUE(clip.formats().contains(kPassFormat));
    QMimeData elsewhere;  // as the clipboard gives it to another program
    elsewhere.setData(kPassFormat, clip.data(kPassFormat));
    EXPECT_TRUE(menu().paste(elsewhere));
    ASSERT_EQ(painting().passes.size(), 3U);
    EXPECT_EQ(chosen().name, "Wash");
    EXPECT_EQ(chosen().source, painting().passes[1].source);
    EXPECT_EQ(chosen().reach.parts, std::vector{painting().parts[1].id});
    const Painting before = painting();
    QMimeData damaged;
    damaged.setData(kPassFormat, clip.data(kPassFormat).left(40));
    EXPECT_FALSE(menu().paste(damaged));
    EXPECT_TRUE(seen<QLabel>("lay_trouble")->text().contains("damaged"));
    EXPECT_EQ(painting(), before);
}

TEST_F(Carrying, APassWhosePartsAreNotHereComesSwitchedOff) {
    change(1, [&](Pass& p) { p.reach.parts = {painting().parts[1].id}; });
    QMimeData elsewhere;
    elsewhere.setData(kPassFormat, PassClip(painting(), 1).data(kPassFormat));
    begin(testing::sealed(testing::ramp({120, 90})));
    EXPECT_TRUE(menu().paste(elsewhere));
    ASSERT_EQ(painting().passes.size(), 1U);
    EXPECT_FALSE(painting().passes[0].on) << "else it would land everywhere";
}

TEST_F(Carrying, WhatWasPaintedOverIsShownBesideWhatItWas) {
    const auto now = render_picture(painting(), 2, Depth::bits8);
    Picture over = *now;
    const std::vector<float> dark(200, 0.05F);
    for (int y = 0; y < 150; ++y)
        for (int c = 0; c < 3; ++c) over.write_channel(c, 200, y, dark);
    ASSERT_TRUE(save_png(folder_ / "over.png", over));
    picked_ = folder_ / "over.png";
    trigger("lay_painted_over");
    settle();
    EXPECT_EQ(window_->canvas().lens(), Lens::twin);
    EXPECT_EQ(window_->canvas().twin_left(), (TwinSide{Lens::colour, 2}));
    const QString said = seen<QLabel>("lay_trouble")->text();
    EXPECT_TRUE(said.startsWith("25%")) << said.toStdString();
    EXPECT_GT(shown(199, 50).red(), 60) << "left of the seam as it was";
    EXPECT_LT(shown(300, 50).red(), 30);
}

TEST_F(Carrying, AVeryWidePictureIsLaidInTheMiddle) {
    ASSERT_TRUE(save_png(folder_ / "wide.png", Picture({60000, 3}, Channels::grey, Depth::bits8)));
    picked_ = folder_ / "wide.png";
    trigger("lay_picture");
    settle();
    ASSERT_EQ(painting().passes.size(), 3U);
    const Placement& placement = source<Placed>().placement;
    EXPECT_NEAR(placement.scale, 0.01, 1e-6) << "as small as it may be";
    EXPECT_NEAR(placement.x, (400 - 600) / 2.0, 0.5) << "over both sides alike";
    EXPECT_NEAR(placement.y, (300 - 0.03) / 2, 0.5);
}

TEST_F(Carrying, AColourIsTakenFromAReference) {
    ASSERT_TRUE(save_png(folder_ / "reference.png", testing::coloured({300, 200}, [](int x, int) {
                             return x < 150 ? Rgb{0.8F, 0.2F, 0} : Rgb{0, 0.4F, 0.8F};
                         })));
    trigger("lay_painted");
    settle();
    picked_ = folder_ / "reference.png";
    press("colour_reference");
    auto* reference = find<PicturePicker>("picture_picker");
    ASSERT_TRUE(wait([&] { return reference->isVisible(); }));
    QTest::mouseClick(reference, Qt::LeftButton, {}, reference->rect().center() + QPoint(20, 0));
    const auto* swatch = seen<ColourButton>("swatch");
    EXPECT_NEAR(swatch->colour().b, 0.8, 0.01);
    reference->setFocus();
    for (int i = 0; i < 20; ++i) QTest::keyClick(reference, Qt::Key_Left);
    QTest::keyClick(reference, Qt::Key_Space);
    EXPECT_NEAR(swatch->colour().r, 0.8, 0.01);
    std::ofstream(folder_ / "none.png") << "no picture";
    picked_ = folder_ / "none.png";
    press("colour_reference");
    ASSERT_TRUE(
        wait([&] { return find<QLabel>("stroke_agreement")->text().contains("none.png"); }));
    EXPECT_NEAR(swatch->colour().r, 0.8, 0.01);
}

TEST_F(Carrying, DarkenShowsOnTheLadderWhereItBeginsAndWhatItDraws) {
    EXPECT_FALSE(window_->bench().ladder().pull);
    change(1, [](Pass& p) {
        p.source = Tint{grey(0.5F)};
        p.blend = BlendMode::darken;
        p.strength = 1;
    });
    session().outlook.set_moment(2);
    settle();
    const LadderFace face = window_->bench().ladder();
    ASSERT_TRUE(face.pull);
    EXPECT_NEAR(face.pull->begins, 5.3, 0.1);
    EXPECT_NEAR(face.pull->is, 5.3, 0.1);
    EXPECT_GT(face.pull->was, 7);
    EXPECT_TRUE(face.about.contains("Darkens from step 5.3 up")) << face.about.toStdString();
    session().outlook.set_moment(1);
    settle();
    EXPECT_FALSE(window_->bench().ladder().pull) << "of the chosen pass only";
}

TEST_F(Carrying, AGroupHasItsOwnShareOfFigures) {
    const double apart = window_->meters().passes.audit()->passes[1].value.own.p95;
    session().document.change("group", with_passes_grouped(painting(), {0, 1}, "Both"));
    settle();
    const auto& audit = *window_->meters().passes.audit();
    ASSERT_EQ(audit.groups.size(), 1U);
    const PassAudit& whole = audit.groups[0].whole;
    EXPECT_EQ(whole.value.verdict, audit.passes[1].value.verdict);
    // They are all there is: what they did together is what was done since the seal.
    EXPECT_NEAR(whole.value.own.p95, whole.value.running.p95, 1e-9);
    EXPECT_NEAR(whole.swing.own, whole.swing.swing - audit.ground.swing.swing, 1e-9);
    EXPECT_NEAR(audit.passes[1].value.own.p95, apart, 1e-9) << "the passes keep theirs";
    const auto* model = find<QListView>("ledger")->model();
    EXPECT_TRUE(model->data(model->index(1, 0), Qt::ToolTipRole).toString().contains("by itself"));
}

TEST_F(Carrying, TheSmallPicturesAreOfColourOrGrey) {
    const auto coloured = [&] {
        const QColor c = window_->meters().thumbnails.images().back().pixelColor(20, 10);
        return c.red() != c.blue();
    };
    EXPECT_TRUE(coloured());
    press("grey_thumbnails");
    EXPECT_FALSE(coloured());
    press("grey_thumbnails");
    EXPECT_TRUE(coloured());
}

}  // namespace
}  // namespace underpaint
