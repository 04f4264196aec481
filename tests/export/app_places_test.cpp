// SPDX-License-Identifier: MIT
#include "export/common/app_places.h"
#include "export/common/line_diff.h"
#include "support/export_helper.h"

/// Where files belong in a person's own project, and what is proposed for files of their own.
using namespace scaena;
using namespace scaena::test;
using namespace scaena::exporting;

namespace {

MemoryFiles with(const std::map<std::string, std::string>& contents) {
    MemoryFiles files;
    for (const auto& [path, text] : contents) {
        files.contents["app/" + path] = text;
    }
    return files;
}

Export made(plan::ExportId target) {
    static const auto project = openSample(samples().front());
    return exported(project.sequence, *project.artFiles, {}, target);
}

int added(const Suggestion& it) {
    int count = 0;
    for (const auto& line : diffLines(it.before, it.after)) {
        count += line.kind == LineKind::New ? 1 : 0;
    }
    return count;
}

}

TEST_CASE("Files go to their places in the projects that are found") {
    CHECK(placeIn(with({{"src/main/AndroidManifest.xml", ""}}), "app", "android").prefix == "src/main/");
    CHECK(placeIn(with({{"app/src/main/AndroidManifest.xml", ""}}), "app", "android").prefix ==
          "app/src/main/");
    CHECK(placeIn(with({{"AndroidManifest.xml", ""}}), "app", "android").prefix.empty());
    CHECK(placeIn(with({{"Huts.xcodeproj/project.pbxproj", ""}, {"Huts/Info.plist", ""}}), "app", "ios")
              .prefix == "Huts/");
    CHECK(placeIn(with({{"Huts.xcodeproj/project.pbxproj", ""}}), "app", "ios").prefix.empty());
    CHECK(placeIn(with({{"package.json", ""}, {"public/robots.txt", ""}}), "app", "web").prefix == "public/");
    CHECK(placeIn(with({{"pubspec.yaml", ""}}), "app", "flutter").found == "a Flutter project");
    CHECK(placeIn(with({{"package.json", ""}}), "app", "react-native").found == "a React Native project");
    for (const auto* exporter : exporters()) {
        CHECK(placeIn(with({{"notes.txt", ""}}), "app", exporter->id()).found.empty());
    }
}

TEST_CASE("The launch theme is proposed for the activity the launcher starts, and for no other") {
    const std::string manifest = R"(<manifest>
    <application>
        <activity android:name=".Other" android:theme="@style/Other" />
        <activity android:name=".Main" android:theme="@style/App">
            <intent-filter><category android:name="android.intent.category.LAUNCHER" /></intent-filter>
        </activity>
    </application>
</manifest>
)";
    const auto files = with({{"src/main/AndroidManifest.xml", manifest}});
    const auto place = placeIn(files, "app", "android");
    const auto list = suggestionsFor(files, "app", placed(made("android"), place));
    REQUIRE(list.size() == 1);
    CHECK(list[0].path == "src/main/AndroidManifest.xml");
    CHECK(added(list[0]) == 1);
    INFO(list[0].after);
    CHECK(list[0].after.find(".Main\" android:theme=\"@style/Launch.MoraineHuts\"") != std::string::npos);
    CHECK(list[0].after.find("@style/Other") != std::string::npos);
    const auto done = with({{"src/main/AndroidManifest.xml", list[0].after}});
    CHECK(suggestionsFor(done, "app", placed(made("android"), place)).empty());
}

TEST_CASE("A manifest is read as XML: aliases, quotes, comments, and brackets within values") {
    const auto themed = [](const std::string& inside) {
        const auto manifest = "<?xml version='1.0'?>\n<manifest package=\"org.huts\">\n<application>\n" +
                              inside + "\n</application>\n</manifest>\n";
        const auto files = with({{"src/main/AndroidManifest.xml", manifest}});
        const auto list =
            suggestionsFor(files, "app", placed(made("android"), placeIn(files, "app", "android")));
        if (list.empty()) {
            return std::string();
        }
        // Nothing else of it has changed, to the blank.
        const auto& after = list[0].after;
        const auto from = after.find(inside.substr(0, 4));
        return after.substr(from,
                            after.size() - from - std::string("\n</application>\n</manifest>\n").size());
    };
    const std::string filter =
        "<intent-filter><category android:name='android.intent.category.LAUNCHER'/></intent-filter>";
    const std::string theme = "android:theme=\"@style/Launch.MoraineHuts\"";

    // The launcher starts an alias: its activity gets the theme, wherever it stands.
    CHECK(themed("<activity-alias android:name=\".Icon\" android:targetActivity=\".Main\">" + filter +
                 "</activity-alias><activity android:name=\"org.huts.Main\" android:exported=\"true\"/>") ==
          "<activity-alias android:name=\".Icon\" android:targetActivity=\".Main\">" + filter +
              "</activity-alias><activity " + theme +
              " android:name=\"org.huts.Main\" android:exported=\"true\"/>");
    // Single quotes, and a bracket within a value.
    CHECK(themed("<activity android:label='a > b' android:theme='@style/App'>" + filter + "</activity>") ==
          "<activity android:label='a > b' android:theme='@style/Launch.MoraineHuts'>" + filter +
              "</activity>");
    // What is commented out does not count.
    CHECK(themed("<!-- <activity android:name=\".Old\">" + filter +
                 "</activity> -->"
                 "<activity android:name=\".New\">" +
                 filter + "</activity>")
              .find("<activity " + theme + " android:name=\".New\">") != std::string::npos);
    // An alias of nothing, and text that is no XML, are left alone.
    CHECK(themed("<activity-alias android:targetActivity=\".Gone\">" + filter + "</activity-alias>").empty());
    CHECK(themed("<activity android:name=\".Main\">" + filter).empty());
}

TEST_CASE("A project without native folders keeps the export in a folder of its own and names its plugin") {
    const auto project = [](const std::string& app) {
        return with({{"package.json", "{}"}, {"app.json", app}});
    };
    const auto files = project(R"({"expo": {"name": "Huts", "plugins": ["other"]}})");
    const auto place = placeIn(files, "app", "react-native");
    CHECK(place.prefix == "opening/");
    CHECK(place.found == "a React Native project without native folders");
    const auto list = suggestionsFor(files, "app", placed(made("react-native"), place));
    REQUIRE(list.size() == 1);
    CHECK(list[0].path == "app.json");
    CHECK(list[0].after.find("\"other\",\n      \"./opening/launch/moraine-huts/plugin\"") !=
          std::string::npos);
    CHECK(suggestionsFor(project(list[0].after), "app", placed(made("react-native"), place)).empty());
    for (const char* other : {R"({"name": "Huts"})", R"({"expo": {"plugins": 3}})", "{", "[]"}) {
        CHECK(suggestionsFor(project(other), "app", placed(made("react-native"), place)).empty());
    }
    for (const char* native : {"android/build.gradle", "ios/Podfile"}) {
        const auto made = with({{"package.json", "{}"}, {"app.json", "{}"}, {native, ""}});
        CHECK(placeIn(made, "app", "react-native").prefix.empty());
    }
}

TEST_CASE("The storyboard is proposed for the property list, whether it has one or not") {
    const auto check = [](const std::string& plist) {
        const auto files = with({{"Huts.xcodeproj/project.pbxproj", ""}, {"Huts/Info.plist", plist}});
        const auto list = suggestionsFor(files, "app", placed(made("ios"), placeIn(files, "app", "ios")));
        REQUIRE(list.size() == 1);
        CHECK(list[0].path == "Huts/Info.plist");
        CHECK(list[0].after.find("<string>MoraineHutsLaunch</string>") != std::string::npos);
    };
    check("<plist><dict>\n\t<key>A</key>\n\t<string>b</string>\n</dict></plist>");
    check("<plist><dict>\n\t<key>UILaunchStoryboardName</key>\n\t<string>Old</string>\n</dict></plist>");
}

TEST_CASE("A page gets head and body once, a list of pictures gets its line once") {
    const auto page =
        with({{"index.html",
               "<html><head><title>x</title></head><body class=\"a\"><div id=\"app\"></div></body></html>"}});
    const auto list = suggestionsFor(page, "app", made("web"));
    REQUIRE(list.size() == 1);
    CHECK(list[0].after.find("<head>\n<!-- For the head") != std::string::npos);
    CHECK(list[0].after.find("<body class=\"a\">\n<!-- For your page") != std::string::npos);
    CHECK(suggestionsFor(with({{"index.html", list[0].after}}), "app", made("web")).empty());

    const auto project = openSample(repository() / "samples/tidewater/tidewater.scaena");
    const auto pictures = exported(project.sequence, *project.artFiles, {}, "flutter");
    for (const char* pubspec : {"name: x\n\nflutter:\n  uses-material-design: true\n",
                                "name: x\n\nflutter:\n  assets:\n    - a/\n"}) {
        const auto files = with({{"pubspec.yaml", pubspec}});
        const auto lines = suggestionsFor(files, "app", pictures);
        REQUIRE(lines.size() == 1);
        CHECK(lines[0].after.find("  assets:\n    - assets/launch/tidewater_almanac/\n") !=
              std::string::npos);
        CHECK(suggestionsFor(with({{"pubspec.yaml", lines[0].after}}), "app", pictures).empty());
    }
}

TEST_CASE("A person's own file that is written otherwise than expected is left alone") {
    const auto files = with({{"src/main/AndroidManifest.xml", "<manifest/>"}});
    CHECK(suggestionsFor(files, "app", placed(made("android"), placeIn(files, "app", "android"))).empty());
    CHECK(suggestionsFor(with({{"index.html", "plain text"}}), "app", made("web")).empty());
}
