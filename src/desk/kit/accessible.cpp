// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/accessible.h"

#include <QAccessibleWidget>
#include <QVariant>
#include <algorithm>
#include <cmath>
#include <memory>

Q_DECLARE_METATYPE(std::shared_ptr<const underpaint::AccessibleFigure>)

namespace underpaint {
namespace {

constexpr const char *kRole = "accessible_role", *kFigure = "accessible_figure";
using SharedFigure = std::shared_ptr<const AccessibleFigure>;

class DrawnSlider : public QAccessibleWidget, public QAccessibleValueInterface {
public:
    DrawnSlider(QWidget* widget, SharedFigure figure)
        : QAccessibleWidget(widget, QAccessible::Slider), figure_(std::move(figure)) {}

    void* interface_cast(QAccessible::InterfaceType type) override {
        if (type == QAccessible::ValueInterface)
            return static_cast<QAccessibleValueInterface*>(this);
        return QAccessibleWidget::interface_cast(type);
    }
    QString text(QAccessible::Text which) const override {
        return which == QAccessible::Value && figure_->text ? figure_->text()
                                                            : QAccessibleWidget::text(which);
    }
    QVariant currentValue() const override { return figure_->value(); }
    void setCurrentValue(const QVariant& value) override {
        const double to = value.toDouble();
        if (widget()->isEnabled() && std::isfinite(to))
            figure_->set(std::clamp(to, figure_->least, figure_->most));
    }
    QVariant maximumValue() const override { return figure_->most; }
    QVariant minimumValue() const override { return figure_->least; }
    QVariant minimumStepSize() const override { return figure_->step; }

private:
    SharedFigure figure_;
};

/// Only for what has a role or a figure of its own; Qt knows of the rest.
QAccessibleInterface* interface_of(const QString&, QObject* object) {
    auto* widget = qobject_cast<QWidget*>(object);
    if (widget == nullptr) return nullptr;
    if (const QVariant figure = widget->property(kFigure); figure.isValid())
        return new DrawnSlider(widget, figure.value<SharedFigure>());
    if (const QVariant role = widget->property(kRole); role.isValid())
        return new QAccessibleWidget(widget, static_cast<QAccessible::Role>(role.toInt()));
    return nullptr;
}

}  // namespace

namespace {

/// Qt keeps what it made of a widget when it first heard of it, which may be before this.
void make_anew(QWidget& widget) {
    if (QAccessibleInterface* known = QAccessible::queryAccessibleInterface(&widget))
        QAccessible::deleteAccessibleInterface(QAccessible::uniqueId(known));
}

}  // namespace

void set_accessible_role(QWidget& widget, QAccessible::Role role) {
    widget.setProperty(kRole, static_cast<int>(role));
    make_anew(widget);
}

void set_accessible_figure(QWidget& widget, AccessibleFigure figure) {
    widget.setProperty(kFigure, QVariant::fromValue<SharedFigure>(
                                    std::make_shared<AccessibleFigure>(std::move(figure))));
    make_anew(widget);
}

void set_accessible_text(QWidget& widget, const QString& text) {
    if (widget.accessibleDescription() != text) widget.setAccessibleDescription(text);
}

void tell_figure_changed(QWidget& widget) {
    const QVariant figure = widget.property(kFigure);
    if (!figure.isValid()) return;
    QAccessibleValueChangeEvent event(&widget, figure.value<SharedFigure>()->value());
    QAccessible::updateAccessibility(&event);
}

void install_accessibility() {
    QAccessible::installFactory(interface_of);
}

}  // namespace underpaint
