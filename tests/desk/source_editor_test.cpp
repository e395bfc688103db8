// SPDX-License-Identifier: GPL-3.0-or-later
// The plain editor of a pass's source, for every kind there is.
#include "desk/panes/source_editor.h"
#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_button.h"
#include "desk/passes/editors/plain_editor.h"
#include "desk/passes/pass_sheet.h"
#include "painting/source_fields.h"
#include "support/desk_fixture.h"
#include "support/every_source.h"

namespace underpaint {
namespace {

class SourceEditing : public testing::DeskTest {
protected:
    std::vector<BarSlider*> sliders() const {
        QCoreApplication::processEvents();  // what was just made is shown by then
        std::vector<BarSlider*> seen;
        for (auto* editor : window_->findChild<PassSheet*>()->findChildren<SourceEditor*>())
            if (editor->isVisible())
                for (auto* slider : editor->findChildren<BarSlider*>())
                    if (slider->isVisible()) seen.push_back(slider);
        return seen;
    }
    std::vector<float> numbers(std::size_t pass) const {
        std::vector<float> values;
        for_numbers(painting().passes[pass].source, [&](const Parameter&, const auto& value) {
            values.push_back(static_cast<float>(value));
        });
        return values;
    }
};

TEST_F(SourceEditing, HasASliderForEachNumberAndEachIsOneUndoableChange) {
    begin(testing::every_source({120, 90}));
    window_->show_bench("passes");
    const Painting before = painting();
    std::size_t moved = 0;
    for (std::size_t pass = 0; pass < before.passes.size(); ++pass) {
        session().outlook.set_moment(pass + 1);
        const auto values = numbers(pass);
        ASSERT_EQ(sliders().size(), values.size()) << kind_of(before.passes[pass].source);
        for (std::size_t i = 0; i < values.size(); ++i) {
            EXPECT_EQ(sliders()[i]->value(), values[i]);
            QTest::keyClick(sliders()[i], Qt::Key_Left);
            QTest::keyClick(sliders()[i], Qt::Key_Left);
            QTest::keyClick(sliders()[i], Qt::Key_Right);
            if (painting() == before) continue;  // it stood at its end
            ++moved;
            EXPECT_NE(numbers(pass)[i], values[i]);
            while (session().document.history().can_undo()) trigger("undo");
            EXPECT_EQ(painting(), before);
        }
    }
    EXPECT_GE(moved, 6U);
}

TEST_F(SourceEditing, TheSwatchIsOfWhateverHasAColour) {
    begin(testing::every_source({120, 90}));
    window_->show_bench("passes");
    for (std::size_t pass = 0; pass < painting().passes.size(); ++pass) {
        session().outlook.set_moment(pass + 1);
        const Source& source = painting().passes[pass].source;
        const bool coloured = std::holds_alternative<Tint>(source) ||
                              std::holds_alternative<Glow>(source) ||
                              std::holds_alternative<Vignette>(source);
        bool shown = false;
        for (const auto* plain : window_->findChild<PassSheet*>()->findChildren<PlainEditor*>())
            shown = shown || (plain->isVisible() && plain->findChild<ColourButton*>()->isVisible());
        EXPECT_EQ(shown, coloured) << kind_of(source);
    }
}

}  // namespace
}  // namespace underpaint
