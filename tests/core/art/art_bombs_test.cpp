// SPDX-License-Identifier: MIT
#include "core/art/read_clip.h"
#include "core/art/read_svg.h"
#include "core/art/read_vector_drawable.h"
#include "core/start/app_project.h"
#include "core/valid/validate.h"
#include "support/builders.h"
#include "support/slowness.h"

#include <catch2/catch.hpp>
#include <chrono>
#include <ctime>
#include <fmt/format.h>
#include <functional>

using namespace scaena;

namespace {

std::string document(const std::string& inside) {
    return "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 100'>" + inside + "</svg>";
}

std::string many(std::size_t count, const std::function<std::string(std::size_t)>& make) {
    std::string text;
    for (std::size_t i = 0; i < count; ++i) {
        text += make(i);
    }
    return text;
}

double secondsOf(const std::function<void()>& work) {
    const auto begun = std::chrono::steady_clock::now();
    work();
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
}

/// Each asks for something out of all proportion; `size` is how much.
const std::pair<const char*, std::function<std::string(std::size_t)>> kBombs[] = {
    {"use doubling",
     [](std::size_t) {
         return "<g id='a0'><rect width='1' height='1'/></g>" + many(40, [](std::size_t i) {
                    return fmt::format("<g id='a{}'><use href='#a{}'/><use href='#a{}'/></g>", i + 1, i, i);
                });
     }},
    {"use doubling of nothing",
     [](std::size_t) {
         return "<g id='a0'/>" + many(40, [](std::size_t i) {
                    return fmt::format("<g id='a{}'><use href='#a{}'/><use href='#a{}'/></g>", i + 1, i, i);
                });
     }},
    {"one long path, used often",
     [](std::size_t size) {
         return "<path id='p' d='M0 0" + many(10 * size, [](std::size_t) { return std::string("l1 1"); }) +
                "'/>" + many(size, [](std::size_t) { return std::string("<use href='#p'/>"); });
     }},
    {"one long path, cutting often",
     [](std::size_t size) {
         return "<clipPath id='c'><path d='M0 0" +
                many(10 * size, [](std::size_t) { return std::string("l1 1"); }) + "'/></clipPath>" +
                many(size, [](std::size_t) {
                    return std::string("<rect clip-path='url(#c)' width='9' height='9'/>");
                });
     }},
    {"a scribble",
     [](std::size_t size) {
         return "<path d='M0 0" +
                many(20 * size,
                     [](std::size_t i) { return fmt::format("L{} {}", i * 37 % 101, i * 53 % 97); }) +
                "'/>";
     }},
    {"fallbacks of fallbacks",
     [](std::size_t size) {
         return "<rect width='9' height='9' fill='" +
                many(10 * size, [](std::size_t) { return std::string("url(#x) "); }) + "'/>";
     }},
    {"style rules",
     [](std::size_t size) {
         return "<style>" +
                many(10 * size, [](std::size_t i) { return fmt::format(".c{}{{fill:red}}", i); }) +
                "</style>" + many(size, [](std::size_t i) {
                    return fmt::format("<rect class='c{}' width='9' height='9'/>", i);
                });
     }},
    {"style rules of one type",
     [](std::size_t size) {
         return "<style>" + many(size / 2, [](std::size_t) { return std::string("g rect{fill:red}"); }) +
                "</style>" +
                many(size / 2, [](std::size_t) { return std::string("<rect width='9' height='9'/>"); });
     }},
    {"one element of many classes",
     [](std::size_t size) {
         return "<style>" + many(7 * size, [](std::size_t i) { return fmt::format(".c{}{{fill:red}}", i); }) +
                "</style><rect width='9' height='9' class='" +
                many(7 * size, [](std::size_t i) { return fmt::format("c{} ", i); }) + "'/>";
     }},
    {"many selectors of one long rule",
     [](std::size_t size) {
         return "<style>" + many(5 * size, [](std::size_t i) { return fmt::format(".c{},", i); }) + "b{" +
                many(5 * size, [](std::size_t i) { return fmt::format("p{}:1;", i); }) + "}</style>";
     }},
    {"many selectors that are not understood",
     [](std::size_t size) {
         return "<style>" +
                many(10 * size, [](std::size_t i) { return fmt::format(".c{}:hover{{fill:red}}", i); }) +
                "</style><rect width='9' height='9'/>";
     }},
    {"stops and shapes",
     [](std::size_t size) {
         return "<linearGradient id='g'>" +
                many(size,
                     [](std::size_t i) {
                         return fmt::format("<stop offset='{}%' stop-color='#{:06x}'/>", i * 100 / 2000,
                                            i * 7);
                     }) +
                "</linearGradient>" + many(size, [](std::size_t) {
                    return std::string("<rect width='9' height='9' fill='url(#g)'/>");
                });
     }},
    {"tiny dashes",
     [](std::size_t size) {
         return "<path stroke='red' fill='none' stroke-dasharray='0.000001' d='M0 0" +
                many(size, [](std::size_t) { return std::string("h1000h-1000"); }) + "'/>";
     }},
    {"a chain of gradients",
     [](std::size_t size) {
         return many(size,
                     [](std::size_t i) {
                         return fmt::format("<linearGradient id='g{}' href='#g{}'/>", i, i + 1);
                     }) +
                many(size, [](std::size_t i) {
                    return fmt::format("<rect width='9' height='9' fill='url(#g{})'/>", i);
                });
     }},
    {"very deep",
     [](std::size_t size) {
         return many(50 * size, [](std::size_t) { return std::string("<g>"); }) +
                many(50 * size, [](std::size_t) { return std::string("</g>"); });
     }},
    {"many losses",
     [](std::size_t size) {
         return many(10 * size, [](std::size_t i) { return fmt::format("<what{} id='{}'/>", i, i); });
     }},
};

}

TEST_CASE("No picture takes more than its share: bombs are refused or read, in bounded time") {
    for (const auto& [name, bomb] : kBombs) {
        INFO(name);
        const auto text = document(bomb(2000));
        const double seconds = secondsOf([&] {
            const auto art = art::readSvg(text);
            if (!art) {
                CHECK(art.error().front().kind == ProblemKind::Refused);
                CHECK(art.error().front().message.size() < 300);
            } else {
                CHECK(art->losses.size() <= 50);
                for (const auto& loss : art->losses) {
                    CHECK(loss.size() < 300);
                }
            }
        });
        CAPTURE(seconds);
        CHECK(seconds < 2 * test::kSlowness);
    }
}

TEST_CASE("Reading takes time that grows with the size of the file, not with its square") {
    for (const auto& [name, bomb] : kBombs) {
        INFO(name);
        const auto small = document(bomb(500));
        const auto large = document(bomb(2000));
        // The processor's own time, the best of three: other programs must not count.
        const auto timeOf = [&](const std::string& text) {
            double best = 1e9;
            for (int i = 0; i < 3; ++i) {
                const auto begun = std::clock();
                (void)art::readSvg(text);
                best = std::min(best, static_cast<double>(std::clock() - begun) / CLOCKS_PER_SEC);
            }
            return best;
        };
        const double once = timeOf(small);
        const double four = timeOf(large);
        const double growth = static_cast<double>(large.size()) / static_cast<double>(small.size());
        CAPTURE(once, four, growth);
        // Every rule may count for every element; that is what they ask for, and it ends
        // (StyleSheet::isSpent).
        const bool asksForSquare = std::string_view(name) == "style rules of one type";
        if (growth > 1.5 && four > 0.05 &&
            !asksForSquare) {                  // the others are of one size, and short times say nothing
            CHECK(four / once < 2.5 * growth); // with the square it were four times that
        }
    }
}

TEST_CASE("A resource folder of a hundred thousand colours is looked through in a moment") {
    MemoryFiles files;
    files.contents["res/values/colors.xml"] =
        "<resources>" +
        many(100'000,
             [](std::size_t i) {
                 return fmt::format("<color name='c{}'>{}</color>", i,
                                    i % 3 == 0 ? "@color/c" + std::to_string(i + 1) : "#102030");
             }) +
        "</resources>";
    const std::atomic<bool> stop = false;
    std::optional<start::ProjectFindings> found;
    const double seconds = secondsOf([&] { found = start::lookThrough(files, "", stop); });
    REQUIRE(found);
    CHECK(found->colours.size() == 24);
    CHECK(found->colours.front().light == Colour{0x10, 0x20, 0x30, 255});
    CHECK(seconds < 2 * test::kSlowness);
}

TEST_CASE("Many takes are checked in a moment") {
    auto sequence = test::aSequence().withBeat(test::play("a", 500)).withBeat(test::wait("b")).build();
    const auto secondsWith = [&](std::size_t takes) {
        auto many = sequence;
        for (std::size_t i = 0; i < takes; ++i) {
            model::Take take;
            take.id = TakeId("take-" + std::to_string(i));
            take.name = "Take";
            take.beats = sequence.beats;
            take.cues = sequence.cues;
            many.takes.push_back(take);
        }
        return secondsOf([&] { CHECK(valid::problemsOf(many).empty()); });
    };
    (void)secondsWith(10);
    CHECK(secondsWith(4000) < 1 * test::kSlowness);
}

TEST_CASE("A clip that multiplies itself is refused before anything of it is drawn") {
    const auto clip = [](const std::string& layers, const std::string& assets = "") {
        return R"({"w": 99, "h": 99, "fr": 30, "ip": 0, "op": 60, "layers": [)" + layers +
               R"(], "assets": [)" + assets + "]}";
    };
    const auto repeated = [](const std::string& inside, const char* copies) {
        return R"({"ty": "gr", "it": [)" + inside + R"(, {"ty": "rp", "c": {"a": 0, "k": )" + copies + "}}]}";
    };
    const std::string dot = R"({"ty": "el", "s": {"a": 0, "k": [9, 9]}, "p": {"a": 0, "k": [0, 0]}})";
    const auto shapeLayer = [](const std::string& shapes) {
        return R"({"ty": 4, "shapes": [)" + shapes + "]}";
    };
    CHECK(art::readClip(clip(shapeLayer(repeated(dot, "50")))));
    CHECK_FALSE(art::readClip(clip(shapeLayer(repeated(dot, "1000000000")))));
    CHECK_FALSE(
        art::readClip(clip(shapeLayer(repeated(dot, R"([{"t": 0, "s": [1]}, {"t": 9, "s": [1e8]}])")))));
    std::string nested = dot;
    for (int i = 0; i < 8; ++i) {
        nested = repeated(nested, "20");
    }
    CHECK_FALSE(art::readClip(clip(shapeLayer(nested))));
    // Compositions of compositions: two of each, forty deep.
    std::string assets = R"({"id": "a0", "layers": [)" + shapeLayer(dot) + "]}";
    for (int i = 0; i < 40; ++i) {
        assets += fmt::format(
            R"(, {{"id": "a{}", "layers": [{{"ty": 0, "refId": "a{}"}}, {{"ty": 0, "refId": "a{}"}}]}})",
            i + 1, i, i);
    }
    CHECK_FALSE(art::readClip(clip(R"({"ty": 0, "refId": "a40"})", assets)));
    CHECK(art::readClip(clip(R"({"ty": 0, "refId": "a3"})", assets)));
    CHECK_FALSE(art::readClip(
        clip(R"({"ty": 0, "refId": "a"})", R"({"id": "a", "layers": [{"ty": 0, "refId": "a"}]})")));
}
