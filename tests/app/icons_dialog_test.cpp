// SPDX-License-Identifier: MIT
#include "app/arrange/icons_dialog.h"
#include "core/valid/validate.h"
#include "support/window_session.h"

#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <fstream>

using namespace scaena;
using namespace scaena::test;

namespace {

/// A computer with one theme of two icons and its licence.
std::filesystem::path themesIn(const std::filesystem::path& folder) {
    const auto icons = folder / "icons/Moss/scalable/weather";
    std::filesystem::create_directories(icons);
    std::ofstream(folder / "icons/Moss/index.theme") << "[Icon Theme]\nName=Moss\n";
    std::ofstream(folder / "icons/Moss/COPYING") << "Free for all, by the makers of Moss";
    for (const char* name : {"sun-clear.svg", "rain.svg"}) {
        std::ofstream(icons / name) << "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 16 16'>"
                                       "<circle cx='8' cy='8' r='7' fill='#c60'/></svg>";
    }
    return folder / "icons";
}

template <class Widget>
Widget& part(QDialog& dialog, const char* name) {
    auto* found = dialog.findChild<Widget*>(QLatin1String(name));
    INFO(name);
    REQUIRE(found);
    return *found;
}

}

TEST_CASE("An icon of this computer is searched, seen with its licence, and kept with it") {
    Session s;
    IconsDialog dialog({themesIn(s.folder())}, s.folder(), &s.window);
    dialog.show();
    dialog.finish();
    auto& list = part<QListWidget>(dialog, "iconList");
    CHECK(list.count() == 2);
    part<QLineEdit>(dialog, "iconWords").setText(QStringLiteral("sun"));
    dialog.finish();
    REQUIRE(list.count() == 1);
    CHECK_FALSE(list.item(0)->icon().pixmap(48, 48).toImage().allGray()); // its picture is there
    CHECK_FALSE(dialog.chosen());
    list.setCurrentRow(0);
    REQUIRE(dialog.chosen());
    CHECK(part<QLabel>(dialog, "iconAbout").text().contains("Free for all"));
    part<QLineEdit>(dialog, "iconWords").setText(QStringLiteral("nothing of that name"));
    dialog.finish();
    CHECK(list.count() == 0);
    CHECK_FALSE(dialog.chosen());
    part<QLineEdit>(dialog, "iconWords").setText(QStringLiteral("sun"));
    dialog.finish();
    list.setCurrentRow(0);

    const auto before = s.sequence();
    s.window.arrange().actions().addThemeIcon(*dialog.chosen(), dialog.licence());
    s.window.background().finish();
    CHECK(valid::problemsOf(s.sequence()).empty());
    const auto* layer = model::findThing(s.sequence().layers, LayerId("sun-clear"));
    REQUIRE(layer);
    REQUIRE(s.window.document().save());
    const auto kept = readWhole(s.file().parent_path() / layer->get<model::ArtworkContent>().art);
    CHECK(kept.find("Free for all, by the makers of Moss") != std::string::npos);
    s.trigger("undo");
    CHECK(s.sequence().layers.size() == before.layers.size());
}

TEST_CASE("Where no theme is installed the window says so and how to get one") {
    Session s;
    IconsDialog dialog({s.folder() / "none"}, s.folder(), &s.window);
    dialog.finish();
    const auto labels = dialog.findChildren<QLabel*>();
    CHECK(std::ranges::any_of(labels, [](auto* it) { return it->text().contains("adwaita-icon-theme"); }));
}
