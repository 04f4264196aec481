// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "core/art/read_vector_drawable.h"
#include "core/start/app_project.h"

#include <catch2/catch.hpp>
#include <chrono>
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
        CHECK(seconds < 2);
    }
}

TEST_CASE("Reading takes time that grows with the size of the file, not with its square") {
    for (const auto& [name, bomb] : kBombs) {
        INFO(name);
        const auto small = document(bomb(500));
        const auto large = document(bomb(2000));
        const auto timeOf = [&](const std::string& text) {
            return secondsOf([&] { (void)art::readSvg(text); });
        };
        const double once = std::min(timeOf(small), timeOf(small));
        const double four = std::min(timeOf(large), timeOf(large));
        const double growth = static_cast<double>(large.size()) / static_cast<double>(small.size());
        CAPTURE(once, four, growth);
        // Every rule may count for every element; that is what they ask for, and it ends
        // (StyleSheet::isSpent).
        const bool asksForSquare = std::string_view(name) == "style rules of one type";
        if (growth > 1.5 && four > 0.05 &&
            !asksForSquare) { // the others are of one size, and short times say nothing
            CHECK(four / once < 2.2 * growth);
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
    CHECK(seconds < 2);
}
