// SPDX-License-Identifier: GPL-3.0-or-later
// The program as a screen reader has it: over the accessibility bus of a session of its own.
#include <QDBusArgument>
#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusObjectPath>
#include <QDBusVariant>
#include <QProcess>
#include <deque>

#include "files/openraster.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

constexpr uint kSliderRole = 51, kTableRole = 55, kFrameRole = 23;  // atspi-constants.h

struct Node {
    QString service, path;
};

class Bus {
public:
    explicit Bus(const QString& address)
        : bus_(QDBusConnection::connectToBus(address, QStringLiteral("reader"))) {}
    ~Bus() { QDBusConnection::disconnectFromBus(QStringLiteral("reader")); }

    QVariant call(const Node& node, const char* interface, const char* method,
                  const QVariantList& arguments = {}) const {
        auto message = QDBusMessage::createMethodCall(
            node.service, node.path, QLatin1String(interface), QLatin1String(method));
        message.setArguments(arguments);
        const QDBusMessage reply = bus_.call(message, QDBus::Block, 5000);
        return reply.arguments().isEmpty() ? QVariant() : reply.arguments().first();
    }
    QVariant property(const Node& node, const char* interface, const char* name) const {
        return call(node, "org.freedesktop.DBus.Properties", "Get",
                    {QLatin1String(interface), QLatin1String(name)})
            .value<QDBusVariant>()
            .variant();
    }
    void set(const Node& node, const char* interface, const char* name, double value) const {
        call(node, "org.freedesktop.DBus.Properties", "Set",
             {QLatin1String(interface), QLatin1String(name),
              QVariant::fromValue(QDBusVariant(value))});
    }
    std::vector<Node> children(const Node& node) const {
        std::vector<Node> found;
        const QVariant reply = call(node, "org.a11y.atspi.Accessible", "GetChildren");
        if (!reply.canConvert<QDBusArgument>()) return found;
        const auto list = reply.value<QDBusArgument>();
        list.beginArray();
        while (!list.atEnd()) {
            Node child;
            QDBusObjectPath path;
            list.beginStructure();
            list >> child.service >> path;
            list.endStructure();
            child.path = path.path();
            found.push_back(child);
        }
        list.endArray();
        return found;
    }
    QString name(const Node& node) const {
        return property(node, "org.a11y.atspi.Accessible", "Name").toString();
    }
    QString description(const Node& node) const {
        return property(node, "org.a11y.atspi.Accessible", "Description").toString();
    }
    uint role(const Node& node) const {
        return call(node, "org.a11y.atspi.Accessible", "GetRole").toUInt();
    }

private:
    QDBusConnection bus_;
};

constexpr const char* kValue = "org.a11y.atspi.Value";

class ScreenReader : public ::testing::Test {
protected:
    void SetUp() override {
        session_.start(QStringLiteral("dbus-daemon"),
                       {QStringLiteral("--session"), QStringLiteral("--nofork"),
                        QStringLiteral("--print-address")});
        ASSERT_TRUE(session_.waitForReadyRead()) << "no dbus-daemon";
        const QString address = QString::fromUtf8(session_.readLine()).trimmed();
        ASSERT_TRUE(save_painting(folder_ / "p.ora", testing::slipping_painting()));
        auto environment = QProcessEnvironment::systemEnvironment();
        environment.insert(QStringLiteral("DBUS_SESSION_BUS_ADDRESS"), address);
        environment.insert(QStringLiteral("QT_QPA_PLATFORM"), QStringLiteral("xcb"));
        environment.insert(QStringLiteral("QT_LINUX_ACCESSIBILITY_ALWAYS_ON"), QStringLiteral("1"));
        for (const char* home : {"XDG_CONFIG_HOME", "XDG_DATA_HOME", "XDG_STATE_HOME"})
            environment.insert(QLatin1String(home), QString::fromStdString(folder_ / "home"));
        program_.setProcessEnvironment(environment);
        const QString window =
            QFileInfo(QString::fromLatin1(UNDERPAINT_COMMAND)).path() + "/faithful-underpaint";
        program_.start(
            QStringLiteral("xvfb-run"),
            {QStringLiteral("-a"), QStringLiteral("-s"), QStringLiteral("-screen 0 1280x800x24"),
             window, QString::fromStdString(folder_ / "p.ora"), QStringLiteral("--bench"),
             QStringLiteral("passes")});
        ASSERT_TRUE(program_.waitForStarted());
        const Bus asked(address);
        const QString bus =
            asked.call({"org.a11y.Bus", "/org/a11y/bus"}, "org.a11y.Bus", "GetAddress").toString();
        if (bus.isEmpty()) GTEST_SKIP() << "no accessibility bus here: at-spi2-core is missing";
        address_ = bus;
    }
    void TearDown() override {
        program_.terminate();
        program_.waitForFinished();
        session_.kill();
        session_.waitForFinished();
    }
    /// The window's node, once it is there.
    static std::optional<Node> window_on(const Bus& bus) {
        for (const Node& program :
             bus.children({"org.a11y.atspi.Registry", "/org/a11y/atspi/accessible/root"}))
            for (const Node& window : bus.children(program))
                if (bus.role(window) == kFrameRole) return window;
        return std::nullopt;
    }
    /// All below a node, the node included.
    static std::vector<Node> tree(const Bus& bus, const Node& from) {
        std::vector<Node> all;
        std::deque<Node> next{from};
        while (!next.empty() && all.size() < 5000) {
            all.push_back(next.front());
            next.pop_front();
            for (const Node& child : bus.children(all.back())) next.push_back(child);
        }
        return all;
    }

    testing::TemporaryFolder folder_;
    QProcess session_, program_;
    QString address_;
};

TEST_F(ScreenReader, ReadsAndSetsWhatThePassesBenchHas) {
    const Bus bus(address_);
    std::optional<Node> window;
    ASSERT_TRUE(QTest::qWaitFor([&] { return (window = window_on(bus)).has_value(); }, 60'000))
        << program_.readAllStandardError().toStdString();
    std::optional<Node> strength;
    std::vector<Node> all;
    QString ladder, canvas;
    ASSERT_TRUE(QTest::qWaitFor(
        [&] {
            all = tree(bus, *window);
            for (const Node& node : all) {
                const QString name = bus.name(node);
                // Pages that are not shown have one of that name too.
                if (name == QLatin1String("Strength") &&
                    std::abs(bus.property(node, kValue, "CurrentValue").toDouble() - 0.4) < 1e-6)
                    strength = node;
                if (name == QLatin1String("Value ladder")) ladder = bus.description(node);
                if (name == QLatin1String("The painting")) canvas = bus.description(node);
            }
            return strength && ladder.contains(QLatin1String("sealed: step 9"));
        },
        60'000));
    EXPECT_GT(all.size(), 300U);
    EXPECT_TRUE(canvas.contains(QLatin1String("400 by 300 pixels"))) << canvas.toStdString();
    int sliders = 0;
    for (const Node& node : all) sliders += bus.role(node) == kSliderRole;
    EXPECT_GE(sliders, 4);
    EXPECT_EQ(bus.role(*strength), kSliderRole);
    EXPECT_NEAR(bus.property(*strength, kValue, "CurrentValue").toDouble(), 0.4, 1e-6);
    EXPECT_NEAR(bus.property(*strength, kValue, "MaximumValue").toDouble(), 1, 1e-6);
    bus.set(*strength, kValue, "CurrentValue", 0.15);
    EXPECT_TRUE(QTest::qWaitFor([&] {
        return std::abs(bus.property(*strength, kValue, "CurrentValue").toDouble() - 0.15) < 1e-6;
    }));
    EXPECT_EQ(program_.state(), QProcess::Running);
}

}  // namespace
}  // namespace underpaint
