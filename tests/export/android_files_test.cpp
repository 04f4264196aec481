// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "export/android/vector_drawable.h"
#include "support/builders.h"
#include "support/export_helper.h"

#include <QRegularExpression>
#include <fmt/format.h>
#include <map>
#include <pugixml.hpp>
#include <regex>
#include <set>

/// What the Android export writes, held against the platform's own rules as far as they can be checked here.
using namespace scaena;
using namespace scaena::test;
using model::MoveKind;

namespace {

struct Small {
    model::Sequence sequence;
    project::ArtFiles artFiles;
    explicit Small(SequenceBuilder builder = aSequence().withBeat(play("a", 500)))
        : sequence(builder.build()) {
        art("<rect width='10' height='10' fill='currentColor'/>");
    }
    void art(const std::string& inside) {
        auto read =
            art::readSvg("<svg viewBox='0 0 10 10' xmlns='http://www.w3.org/2000/svg'>" + inside + "</svg>");
        REQUIRE(read);
        artFiles.art["logo.svg"] = std::make_shared<const art::Art>(std::move(*read));
    }
    exporting::Export made() const { return exported(sequence, artFiles); }
};

pugi::xml_document parsed(const std::string& text) {
    pugi::xml_document document;
    INFO(text);
    REQUIRE(document.load_string(text.c_str()));
    return document;
}

/// Writes and links an export with aapt2, against the platform's resources and the names that came after
/// them.
RunResult linked(const exporting::Export& made, const std::string& package) {
    const TemporaryFolder folder;
    writeTo(folder.path() / "app", made);
    DiskFiles files;
    const auto manifest = [&](const std::string& name, const std::string& inside) {
        return "<manifest xmlns:android=\"http://schemas.android.com/apk/res/android\" package=\"" + name +
               "\">" + inside + "</manifest>";
    };
    std::string style;
    for (const auto& file : made.files) {
        std::smatch match;
        if (std::regex_search(file.bytes, match, std::regex("name=\"(Launch\\.[A-Za-z0-9]+)\""))) {
            style = match[1];
        }
    }
    REQUIRE(files.writeAtomically(
        folder.path() / "AndroidManifest.xml",
        manifest(package, "<uses-sdk android:minSdkVersion=\"23\" "
                          "android:targetSdkVersion=\"31\"/><application android:theme=\"@style/" +
                              style + "\"/>")));
    REQUIRE(files.writeAtomically(folder.path() / "newer/AndroidManifest.xml", manifest("android", "")));
    REQUIRE(files.writeAtomically(folder.path() / "newer/res/values/public.xml",
                                  readWhole(repository() / "tests/judges/android-newer-names.xml")));
    const auto step = [&](const QStringList& arguments) {
        return run(QStringLiteral("aapt2"), arguments, folder.path());
    };
    const auto framework = QStringLiteral("/usr/share/android-framework-res/framework-res.apk");
    auto result = step({"compile", "--dir", "newer/res", "-o", "newer.zip"});
    INFO(result.output);
    REQUIRE(result.code == 0);
    result = step({"link", "-o", "newer.apk", "--manifest", "newer/AndroidManifest.xml", "newer.zip"});
    INFO(result.output);
    REQUIRE(result.code == 0);
    result = step({"compile", "--dir", "app/res", "-o", "app.zip"});
    if (result.code != 0) {
        return result;
    }
    return step({"link", "-o", "app.apk", "--manifest", "AndroidManifest.xml", "-I", framework, "-I",
                 "newer.apk", "app.zip"});
}

/// An export that asks for the icon on every start.
exporting::Export withIconAlways(const project::Project& project) {
    exporting::ExportOptions options;
    options.chosen.set("icon-always", true);
    return exportedWith(options, project.sequence, *project.artFiles, "android");
}

/// Progress of the animator's interpolator at `x`: a path interpolator of ours, or linear.
double interpolated(const exporting::Export& made, const std::string& reference, double x) {
    if (reference == "@android:interpolator/linear") {
        return x;
    }
    const auto document =
        parsed(fileOf(made, "res/interpolator/" + reference.substr(reference.find('/') + 1) + ".xml"));
    double v[4];
    REQUIRE(std::sscanf(document.document_element().attribute("android:pathData").value(),
                        "M0,0C%lf,%lf %lf,%lf 1,1", &v[0], &v[1], &v[2], &v[3]) == 4);
    double low = 0;
    double high = 1;
    for (int i = 0; i < 60; ++i) {
        const double s = (low + high) / 2;
        const double r = 1 - s;
        (3 * r * r * s * v[0] + 3 * r * s * s * v[2] + s * s * s < x ? low : high) = s;
    }
    const double r = 1 - low;
    return 3 * r * r * low * v[1] + 3 * r * low * low * v[3] + low * low * low;
}

/// The value an animated vector gives a property at `t`, evaluated as the platform documents it, or nothing
/// if no animator has started.
std::optional<double> animatedValue(const exporting::Export& made, const std::string& part,
                                    const std::string& property, double t) {
    std::optional<double> value;
    for (const auto& file : made.files) {
        if (file.path.find("res/animator/") == std::string::npos ||
            file.path.find("_icon_" + part) == std::string::npos) {
            continue;
        }
        const auto document = parsed(file.bytes);
        for (const auto& animator : document.document_element().children("objectAnimator")) {
            const auto holder = animator.child("propertyValuesHolder");
            const double start = animator.attribute("android:startOffset").as_double();
            const double length = animator.attribute("android:duration").as_double();
            if (property != holder.attribute("android:propertyName").value() || t < start) {
                continue;
            }
            const double cycles = animator.attribute("android:repeatCount").as_double() + 1;
            double progress = std::min((t - start) / length, cycles);
            double cycle = std::floor(progress);
            progress -= cycle;
            if (cycle >= cycles) {
                cycle -= 1;
                progress = 1;
            }
            if (std::string(animator.attribute("android:repeatMode").value()) == "reverse" &&
                std::fmod(cycle, 2) == 1) {
                progress = 1 - progress;
            }
            pugi::xml_node before = holder.first_child();
            pugi::xml_node after = before.next_sibling();
            while (after.next_sibling() && after.attribute("android:fraction").as_double() < progress) {
                before = after;
                after = after.next_sibling();
            }
            const double from = before.attribute("android:fraction").as_double();
            const double to = after.attribute("android:fraction").as_double();
            const double part01 = to > from ? std::clamp((progress - from) / (to - from), 0.0, 1.0) : 1.0;
            const double eased = interpolated(made, after.attribute("android:interpolator").value(), part01);
            const double a = before.attribute("android:value").as_double();
            value = a + (after.attribute("android:value").as_double() - a) * eased;
        }
    }
    return value;
}

}

TEST_CASE("The icon is shown on every start where that is asked for, from the version on that knows it") {
    const auto project = openSample(samples().front());
    const auto path = "res/values-v33/moraine_huts_themes.xml";
    const auto made = withIconAlways(project);
    const auto theme = parsed(fileOf(made, path));
    const auto before = parsed(fileOf(made, "res/values-v31/moraine_huts_themes.xml"));
    std::map<std::string, std::string> items, older;
    const auto read = [](const pugi::xml_document& document, auto& into) {
        for (const auto& item : document.child("resources").child("style").children("item")) {
            into[item.attribute("name").value()] = item.child_value();
        }
    };
    read(theme, items);
    read(before, older);
    // It stands for the other altogether, so it says all of that, too.
    CHECK(items["android:windowSplashScreenBehavior"] == "icon_preferred");
    items.erase("android:windowSplashScreenBehavior");
    CHECK(items == older);
    CHECK_FALSE(older.empty());
    const auto result = linked(made, "com.example.sample");
    INFO(result.output);
    CHECK(result.code == 0);
    const auto plain = exported(project.sequence, *project.artFiles);
    CHECK_FALSE(hasFile(plain, "values-v33"));
    auto without = project;
    without.sequence.opening.icon.clear();
    CHECK_FALSE(hasFile(withIconAlways(without), "values-v33"));
}

TEST_CASE("The platform's resource compiler takes and links every sample's resources") {
    for (const auto& path : samples()) {
        INFO(path.string());
        const auto project = openSample(path);
        const auto result =
            linked(exported(project.sequence, *project.artFiles, "com.example.sample"), "com.example.sample");
        INFO(result.output);
        CHECK(result.code == 0);
    }
}

TEST_CASE("The resource compiler takes hostile names, plates, footers and hidden bars") {
    Small small;
    small.sequence.name = "Über \"App\" & <Söhne> ]]> $HOME \\ @string/x ?attr 🏔 مرحبا";
    small.sequence.layers[2].get<model::ArtworkContent>().plate = model::Plate{"ink", 160, {}};
    small.sequence.bars.shown = false;
    small.sequence.layers[2].art()->tint = "ink";
    small.sequence.layers[3].get<model::TextContent>().text =
        "]]> \"quoted\" 'single' \\ @ $ <tag> 日本語 שלום";
    const auto result = linked(small.made(), "com.example.hostile");
    INFO(result.output);
    CHECK(result.code == 0);
}

TEST_CASE("An empty sequence exports and links as well") {
    const auto result = linked(exported(model::emptySequence(), {}), "com.example.untitled");
    INFO(result.output);
    CHECK(result.code == 0);
}

TEST_CASE("The judge is awake: a dangling reference does not link") {
    Small small;
    auto made = small.made();
    for (auto& file : made.files) {
        if (file.path.find("themes") != std::string::npos) {
            file.bytes = std::regex_replace(file.bytes, std::regex("@drawable/[a-z_]+"), "@drawable/nowhere");
        }
    }
    CHECK(linked(made, "com.example.hostile").code != 0);
}

TEST_CASE("Attributes of the newer systems stand only in the folder for them") {
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        for (const auto& file : exported(project.sequence, *project.artFiles).files) {
            INFO(file.path);
            CHECK((file.bytes.find("windowSplashScreen") == std::string::npos ||
                   file.path.find("values-v31") != std::string::npos));
        }
    }
}

TEST_CASE("Each path, and each animator's target and property, is one the platform knows") {
    const auto project = openSample(samples().front());
    const auto made = exported(project.sequence, *project.artFiles);
    // Of a kind that does not recurse: a path is long.
    const QRegularExpression pathData(
        QStringLiteral("^(?:M-?[0-9.]+,-?[0-9.]+|L-?[0-9.]+,-?[0-9.]+|C-?[0-9.]+,-?[0-9.]+ "
                       "-?[0-9.]+,-?[0-9.]+ -?[0-9.]+,-?[0-9.]+|Z)++$"));
    const std::set<std::string> properties = {"translateX", "translateY", "scaleX",
                                              "scaleY",     "rotation",   "alpha"};
    std::set<std::string> names;
    for (const auto& file : made.files) {
        if (file.path.find(".xml") == std::string::npos) {
            continue;
        }
        INFO(file.path);
        const auto document = parsed(file.bytes);
        for (const auto& found : document.select_nodes("//@android:pathData")) {
            const std::string text = found.attribute().value();
            CHECK((pathData.match(QString::fromStdString(text)).hasMatch() || text.find("M0,0C") == 0));
        }
        for (const auto& found : document.select_nodes("//@android:propertyName")) {
            CHECK(properties.count(found.attribute().value()) == 1);
        }
        for (const auto& found : document.select_nodes("//keyframe/@android:fraction")) {
            CHECK(found.attribute().as_double() >= 0);
            CHECK(found.attribute().as_double() <= 1);
        }
        for (const auto& found :
             document.select_nodes("//*[not(self::color) and not(self::style)]/@android:name")) {
            names.insert(found.attribute().value());
        }
        for (const auto& target : document.select_nodes("/animated-vector/target/@android:name")) {
            CHECK(fileOf(made, "drawable/moraine_huts_icon.xml")
                      .find("android:name=\"" + std::string(target.attribute().value()) + "\"") !=
                  std::string::npos);
        }
        for (const auto& child : document.select_nodes("//vector//*")) {
            const std::set<std::string> known = {"group",     "path",     "clip-path",
                                                 "aapt:attr", "gradient", "item"};
            CHECK(known.count(child.node().name()) == 1);
        }
    }
}

TEST_CASE("The animated icon has the values the preview shows, at every moment") {
    for (const auto kind : {MoveKind::Settle, MoveKind::Rise, MoveKind::Bounce, MoveKind::Spring,
                            MoveKind::Turn, MoveKind::Pop, MoveKind::Fade, MoveKind::PushThrough}) {
        for (const int variant : {0, 1, 2}) {
            INFO(model::word(kind) << " " << variant);
            Small small;
            auto it = cue("icon", "opening", variant == 1 ? 150 : 0, variant == 2 ? 200 : 500, kind);
            it.easing.reset();
            it.repeat.times = variant == 2 ? 3 : 1;
            it.repeat.alternate = variant == 2;
            small.sequence.cues = {it};
            schedule::Conditions conditions;
            conditions.device = "small-phone"; // its opening lasts long enough to see all of it
            const auto schedule = schedule::resolve(small.sequence, conditions);
            const auto made = small.made();
            const auto standing = parsed(fileOf(made, "drawable/test_icon.xml"));
            const auto group = standing.document_element().child("group");
            const std::tuple<motion::Property, const char*, const char*, const char*> properties[] = {
                {motion::Property::X, "icon", "translateX", "0"},
                {motion::Property::Y, "icon", "translateY", "0"},
                {motion::Property::ScaleX, "icon", "scaleX", "1"},
                {motion::Property::ScaleY, "icon", "scaleY", "1"},
                {motion::Property::Rotation, "icon", "rotation", "0"},
                {motion::Property::Opacity, "picture", "alpha", "1"}};
            for (const auto& [property, part, name, standard] : properties) {
                const auto node = std::string(part) == "icon" ? group : standing.document_element();
                const auto attribute = node.attribute(("android:" + std::string(name)).c_str());
                const double rest = attribute ? attribute.as_double() : std::atof(standard);
                const auto& timeline = schedule.timeline(2, property);
                double range = 1;
                for (int t = 0; t <= 900; t += 10) {
                    range = std::max(range, std::abs(timeline.valueAt(t)));
                }
                for (int t = 0; t <= 900; t += 7) {
                    INFO(name << " at " << t);
                    CHECK(animatedValue(made, part, name, t).value_or(rest) ==
                          Approx(timeline.valueAt(t)).margin(range * 0.002));
                }
            }
        }
    }
}

TEST_CASE("The icon's art lies within the visible circle's box, in the middle") {
    Small small;
    small.sequence.layers[2].place.width = small.sequence.layers[2].place.height = 1000;
    const auto document = parsed(fileOf(small.made(), "drawable/test_icon.xml"));
    const auto vector = document.document_element();
    CHECK(vector.attribute("android:width").value() == std::string("288dp"));
    const auto path =
        art::parsePath(vector.select_node("//path").node().attribute("android:pathData").value()).path;
    const Rect box = art::bounds(path);
    CHECK(box.x == Approx(48));
    CHECK(box.width == Approx(192));
    small.sequence.layers[2].get<model::ArtworkContent>().plate = model::Plate{"ink", 160, {}};
    CHECK(parsed(fileOf(small.made(), "drawable/test_icon.xml"))
              .document_element()
              .attribute("android:width")
              .value() == std::string("240dp"));
    CHECK(fileOf(small.made(), "values-v31/test_themes.xml").find("windowSplashScreenIconBackgroundColor") !=
          std::string::npos);
}

TEST_CASE("A sequence without an icon does not let the system show another one") {
    Small small;
    small.sequence.opening.icon.clear();
    exporting::ExportOptions options;
    options.chosen.set("icon-always", true);
    CHECK_FALSE(hasFile(exportedWith(options, small.sequence, small.artFiles, "android"), "values-v33"));
    CHECK(fileOf(small.made(), "values-v31/test_themes.xml").find("@android:color/transparent") !=
          std::string::npos);
    CHECK_FALSE(hasFile(small.made(), "_icon"));
}

TEST_CASE("Colours have their dark values in the night folder") {
    Small small;
    CHECK(fileOf(small.made(), "values/test_colors.xml").find("#FFFAFAFA") != std::string::npos);
    CHECK(fileOf(small.made(), "values-night/test_colors.xml").find("#FF141418") != std::string::npos);
    CHECK(fileOf(small.made(), "values/test_colors.xml").find(">true<") != std::string::npos);
    CHECK(fileOf(small.made(), "values-night/test_colors.xml").find(">false<") != std::string::npos);
}

TEST_CASE("currentColor becomes the tint's resource, so that it follows light and dark") {
    Small small;
    small.sequence.layers[2].art()->tint = "ink";
    CHECK(fileOf(small.made(), "drawable/test_art_logo.xml").find("android:fillColor=\"@color/test_ink\"") !=
          std::string::npos);
}

TEST_CASE("What a cue draws by and by stands in the resources, by night as the art is then") {
    Small small(
        aSequence().withBeat(play("a", 500)).withCue(cue("draw", "a", 0, 400, model::MoveKind::Draw)));
    small.art("<path d='M0 5h10' fill='none' stroke='#FF0000' stroke-width='0.5'/>");
    CHECK(fileOf(small.made(), "values/test_art_logo_lines.xml").find("<item>#FFFF0000</item>") !=
          std::string::npos);
    CHECK_FALSE(hasFile(small.made(), "values-night/test_art_logo_lines.xml"));
    CHECK(fileOf(small.made(), "TestLaunch.kt").find("outlines = R.array.test_art_logo_lines") !=
          std::string::npos);
    auto night = art::readSvg("<svg viewBox='0 0 10 10' xmlns='http://www.w3.org/2000/svg'>"
                              "<path d='M0 2h10' fill='none' stroke='#00FF00' stroke-width='0.5'/></svg>");
    REQUIRE(night);
    small.artFiles.art["night.svg"] = std::make_shared<const art::Art>(std::move(*night));
    small.sequence.layers[2].art()->darkArt = "night.svg";
    const auto dark = fileOf(small.made(), "values-night/test_art_logo_lines.xml");
    CHECK(dark.find("<item>#FF00FF00</item>") != std::string::npos);
    CHECK(dark.find("<item>M") != std::string::npos);
}

TEST_CASE("An outline longer than a resource may be is drawn in several, which begin at once") {
    Small small(
        aSequence().withBeat(play("a", 500)).withCue(cue("draw", "a", 0, 400, model::MoveKind::Draw)));
    std::string path;
    for (int i = 0; i < 3000; ++i) {
        path += fmt::format("M{} {}h0.001", i % 60 * 0.1537, i / 60 * 0.1931);
    }
    small.art("<path d='" + path + "' fill='none' stroke='#FF0000' stroke-width='0.0001'/>");
    const auto lines = parsed(fileOf(small.made(), "values/test_art_logo_lines.xml"));
    int count = 0;
    for (const auto& item : lines.child("resources").child("array").children("item")) {
        CHECK(std::string_view(item.text().get()).size() <= 32'767);
        ++count;
    }
    CHECK(count > 3);
    CHECK(count % 3 == 0);
}

TEST_CASE("Art that no vector can show is written as pictures of every density, at the right size") {
    Small small;
    small.art("<path d='M0 5h10' stroke='red' stroke-dasharray='2 1'/>");
    const auto made = small.made();
    CHECK_FALSE(hasFile(made, "drawable/test_art_logo.xml"));
    for (const auto& [density, pixels] : std::map<std::string, int>{
             {"mdpi", 100}, {"hdpi", 150}, {"xhdpi", 200}, {"xxhdpi", 300}, {"xxxhdpi", 400}}) {
        const auto picture = QImage::fromData(
            QByteArray::fromStdString(fileOf(made, "drawable-" + density + "/test_art_logo.png")));
        CHECK(picture.width() == pixels);
        CHECK(picture.height() == pixels);
    }
    CHECK(std::any_of(made.findings.begin(), made.findings.end(), [](const auto& it) {
        return it.rule == "art-as-pictures" && it.sentence.find("dashed") != std::string::npos;
    }));
}

TEST_CASE("Each reason against a vector is found, and plain art has none") {
    const auto why = [](const std::string& inside) {
        const auto art = art::readSvg("<svg viewBox='0 0 10 10'>" + inside + "</svg>");
        return exporting::whyNotVector(*art).value_or("");
    };
    CHECK(why("<rect width='5' height='5' fill='red' opacity='.5'/><g opacity='.5'><circle r='3'/></g>") ==
          "");
    CHECK(why("<g opacity='.5'><circle r='3'/><circle r='4'/></g>") != "");
    CHECK(why("<g transform='scale(2 1)'><path d='M0 0h5' stroke='red'/></g>") != "");
    CHECK(why("<g transform='rotate(30) scale(2)'><path d='M0 0h5' stroke='red'/></g>") == "");
    CHECK(why("<clipPath id='c'><path clip-rule='evenodd' d='M0 0h5v5z'/></clipPath><g "
              "clip-path='url(#c)'><circle r='3'/></g>") != "");
    CHECK(why("<radialGradient id='g' fx='.2'><stop/><stop offset='1'/></radialGradient><circle r='3' "
              "fill='url(#g)'/>") != "");
    CHECK(why("<radialGradient id='g'><stop/><stop offset='1'/></radialGradient><rect width='6' height='3' "
              "fill='url(#g)'/>") != "");
}

TEST_CASE("A sequence that cannot be exported is refused with a sentence") {
    Small small;
    small.artFiles.art.clear();
    const auto made = builtWith({}, small.sequence, small.artFiles, "android");
    REQUIRE_FALSE(made);
    CHECK(made.error().front().message.find("logo") != std::string::npos);
    for (const char* target : {"android", "flutter", "react-native"}) {
        exporting::ExportOptions options;
        options.chosen.set("package", std::string("not a package"));
        const auto refused =
            builtWith(options, Small().sequence, Small().artFiles, plan::ExportId::named(target).value());
        REQUIRE_FALSE(refused);
        CHECK(refused.error().front().message.find("is not a package name") != std::string::npos);
    }
}

TEST_CASE("The instructions name this sequence's style, object and gates") {
    const auto project = openSample(samples().front());
    const auto text = fileOf(exported(project.sequence, *project.artFiles, "org.huts"), "INTEGRATE.md");
    for (const char* part :
         {"@style/Launch.MoraineHuts", "MoraineHutsLaunch.attach(this, savedInstanceState)",
          "MoraineHutsLaunch.open(MoraineHutsLaunch.Gate.SESSION)",
          "import org.huts.launch.morainehuts.MoraineHutsLaunch", "setTheme"}) {
        INFO(part);
        CHECK(text.find(part) != std::string::npos);
    }
}

TEST_CASE("Every registered exporter and target is known to the others") {
    CHECK_FALSE(exporting::exporters().empty());
    for (const auto& target : plan::targets()) {
        INFO(target.name);
        CHECK(exporting::exporterOf(target.exportId).id() == target.exportId);
    }
    CHECK(exporting::exporters().size() == plan::kExportNames.size());
    CHECK_FALSE(plan::ExportId::named("telegraph"));
}
