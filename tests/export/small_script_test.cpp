// SPDX-License-Identifier: MIT
#include "export/web/short_names.h"
#include "export/web/small_script.h"
#include "support/judges.h"
#include "support/random_sequence.h"
#include "support/variants.h"

#include <fmt/format.h>

using namespace scaena;
using namespace scaena::test;
using exporting::smallScript;

namespace {

std::size_t longestLine(const std::string& text) {
    std::size_t longest = 0;
    for (std::size_t from = 0; from < text.size();) {
        const auto end = std::min(text.find('\n', from), text.size());
        longest = std::max(longest, end - from);
        from = end + 1;
    }
    return longest;
}

class Pairs {
public:
    void add(const std::string& readable, const std::string& small) {
        write(".readable.js", readable);
        write(".small.js", small);
        ++m_count;
    }

    [[nodiscard]] RunResult compared() const {
        return runJudge("small_script.mjs", {judges(), QString::fromStdString(m_folder.path().string())});
    }

private:
    void write(const char* ending, const std::string& text) {
        REQUIRE(DiskFiles().writeAtomically(m_folder.path() / (std::to_string(m_count) + ending), text));
    }

    TemporaryFolder m_folder;
    int m_count = 0;
};

}

TEST_CASE("A small script has a statement a line, and nothing that only people read") {
    CHECK(smallScript(
              "/** What it is. */\nconst a = 1;\n\nlet b; // later\nfunction f(x, y) {\n  if (x) {\n    "
              "return -0.5;\n  }\n  return x + y;\n}\n") ==
          "const a=1\nlet b\nfunction f(x,y){if(x){return-.5}\nreturn x+y}\n");
    CHECK(smallScript("const list = [\n  { a: 0.25, b: [1, 2,], },\n];\n[a, b] = list;\n++a;\nf();\n") ==
          "const list=[{a:.25,b:[1,2]}];[a,b]=list;++a\nf()\n");
}

TEST_CASE("What divides in a small script stays") {
    CHECK(smallScript("a = b - -c + +d - --e + ++f;\n") == "a=b- -c+ +d- --e+ ++f\n");
    CHECK(smallScript("for (let i = 0; i < 9; i++) g(i);\nwhile (h());\nk();\n") ==
          "for(let i=0;i<9;i++)g(i)\nwhile(h());k()\n");
    CHECK(smallScript("if (a) b();\nelse;\nc();\n") == "if(a)b()\nelse;c()\n");
    CHECK(smallScript("typeof a === 'x' in b ? 0.5 : 0.25;\n") == "typeof a==='x'in b?0.5:.25\n");
    CHECK(smallScript("const f = async (it) => it;\nconst g = (it) => ({ it });\nh((a, b) => a);\n") ==
          "const f=async it=>it\nconst g=it=>({it})\nh((a,b)=>a)\n");
    CHECK(smallScript("class A {\n  x = 1;\n  static y = {};\n  get z() { return 1; }\n  *w() {}\n}\n") ==
          "class A{x=1\nstatic y={}\nget z(){return 1}\n*w(){}}\n");
    CHECK(smallScript("class B extends A {\n  x = 1;\n  y = 2;\n  z() {}\n}\nf(class { a = 1; });\n") ==
          "class B extends A{x=1;y=2\nz(){}}\nf(class{a=1})\n");
}

TEST_CASE("Texts and patterns in a small script stay as they are") {
    for (const char* script : {"a='// no  comment'\n", "a=\"it's /* none */\"\n", "a='\\'  // x'\n",
                               "a=`in  ${b  +  `${c} }`}  // x`\n", "a=/[/*]  '/gi.test(b)\n", "a=b/c/d\n",
                               "a=`${'}'}  `\n", "a='Ünï  ©'\n"}) {
        CHECK(smallScript(script) == script);
    }
    CHECK(smallScript("a = b / /x  y/.c;\nreturn /  /;\n") == "a=b/ /x  y/.c\nreturn/  /\n");
    for (const char* broken : {"", "'", "a = `${", "/* x", "/x", "//", "a = '\\", "`\\", "}", ")", ";"}) {
        CHECK(smallScript(broken).size() <= std::string_view(broken).size() + 1); // and it comes to its end
    }
}

TEST_CASE("A script's own names are short, those used most the shortest, and what is others' stays") {
    using exporting::withShortNames;
    CHECK(withShortNames(
              "const times = 2;\nfunction twice(value) { return value * times; }\nshow(twice(times));\n") ==
          "const a = 2;\nfunction b(c) { return c * a; }\nshow(b(a));\n");
    // Members, keys and methods keep theirs, and so does what a short form says of them.
    CHECK(withShortNames("class Box {\n  wide = 1;\n  turn(wide, high = wide) {\n    this.wide = wide;\n    "
                         "return { high, wide: high };"
                         "\n  }\n}\n") == "class c {\n  wide = 1;\n  turn(b, a = b) {\n    this.wide = b;\n  "
                                          "  return { high: a, wide: a };\n  }\n}\n");
    CHECK(withShortNames("const f = ({ one, two: other = one, ...rest }) => [one, other, rest];\n") ==
          "const d = ({ one: a, two: b = a, ...c }) => [a, b, c];\n");
    CHECK(withShortNames("const word = `${(item) => `<${item}>`}`;\n") ==
          "const b = `${(a) => `<${a}>`}`;\n");
    CHECK(withShortNames("let seen = ok ? seen : { seen: 1 };\nfor (const it of a.it) { it(a); }\n") ==
          "let c = ok ? c : { seen: 1 };\nfor (const b of a.it) { b(a); }\n");
    CHECK(withShortNames("class A {\n  from = LAST;\n}\nconst LAST = 1;\n").find("from = LAST") ==
          std::string::npos);
    for (const char* broken :
         {"", "'", "const a = `${", "{", "(", "class", "const", "function", "x =>", "[", "${"}) {
        CHECK(withShortNames(broken).size() <= std::string_view(broken).size());
    }
}

TEST_CASE("The small script of each sample and of random sequences is the readable one") {
    Pairs pairs;
    const auto add = [&](const model::Sequence& sequence, const project::ArtFiles& artFiles) {
        exporting::ExportOptions options;
        const auto small = exportedWith(options, sequence, artFiles, "web");
        options.chosen.set("readable-script", true);
        const auto readable = exportedWith(options, sequence, artFiles, "web");
        pairs.add(fileOf(readable, "/launch.js"), fileOf(small, "/launch.js"));
        CHECK(longestLine(fileOf(small, "/launch.js")) <= 160);
        CHECK(fileOf(small, "/launch.js").size() < fileOf(readable, "/launch.js").size() * 3 / 4);
    };
    for (const auto& path : samples()) {
        const auto project = openSample(path);
        add(project.sequence, *project.artFiles);
    }
    const auto first = openSample(samples().front());
    for (const auto seed : seeds(5200, 30)) {
        add(randomWithoutClips(seed), randomArtFiles(first));
    }
    const auto result = pairs.compared();
    INFO(result.output);
    CHECK(result.code == 0);
    CHECK(result.output.find(fmt::format("{} compared", samples().size() + 30)) != std::string::npos);
}

TEST_CASE("What a page loads of the sample that opens first is small") {
    const auto project = openSample(repository() / "samples/moraine/moraine.scaena");
    const auto made = exportedWith({}, project.sequence, *project.artFiles, "web");
    CHECK(fileOf(made, "/launch.js").size() < 30'000);
    CHECK(fileOf(made, "/stub.js").size() < 1'000);
}

TEST_CASE("Another script than the readable one is seen") {
    Pairs pairs;
    pairs.add("const a = 1;\nf(a - -1);\n", "const a=1\nf(a- -1)\n");
    pairs.add("const a = 1;\nf(a - -1);\n", "const a=1\nf(a-1)\n");
    pairs.add("f();\n(g)();\n", "f()\n(g)()\n");
    pairs.add("const one = 1;\nf(one, two);\n", "const a=1\nf(a,two)\n");
    pairs.add("const one = 1;\nf(one, two);\n", "const a=1\nf(one,two)\n");
    pairs.add("const one = 1;\nf(one, two);\n", "const a=1\nf(a,b)\n");
    pairs.add("const one = { x: 1 };\nf(one.x);\n", "const a={b:1}\nf(a.b)\n");
    // A short form is a key, too, and what a name means is the same wherever it stands.
    pairs.add("const one = 1;\nf({ one });\n", "const a=1\nf({a})\n");
    pairs.add("const { one } = g();\nf(one);\n", "const {a}=g()\nf(a)\n");
    pairs.add("const one = 1;\nfunction h(two) { return one + two; }\n",
              "const a=1\nfunction h(a){return a+a}\n");
    pairs.add("const { one } = g();\nf({ one });\n", "const {one:a}=g()\nf({one:a})\n");
    const auto result = pairs.compared();
    INFO(result.output);
    CHECK(result.code == 1);
    CHECK(result.output.find("0 is not") == std::string::npos);
    CHECK(result.output.find("1 is not") != std::string::npos);
    CHECK(result.output.find("2 is not") != std::string::npos);
    CHECK(result.output.find("3 is not") == std::string::npos);
    CHECK(result.output.find("10 is not") == std::string::npos);
    for (const char* other : {"4 is not", "5 is not", "6 is not", "7 is not", "8 is not", "9 is not"}) {
        CHECK(result.output.find(other) != std::string::npos);
    }
}
