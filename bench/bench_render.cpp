// SPDX-License-Identifier: MIT
#include "core/art/read_svg.h"
#include "core/edit/busy_signs.h"
#include "core/edit/layer_edits.h"
#include "core/model/with_copies.h"
#include "core/schedule/measures.h"
#include "core/schedule/resolve.h"
#include "large_sequence.h"
#include "render/base/bands.h"
#include "render/frames/frame_painter.h"
#include "render/frames/still.h"
#include "support/files_of_repository.h"

#include <QPainter>
#include <benchmark/benchmark.h>
#include <fmt/format.h>
#ifdef HAS_RLOTTIE
#include <rlottie.h>
#endif

using namespace scaena;

namespace {

struct Sample {
    project::Project project =
        *project::open(DiskFiles(), test::repository() / "samples/moraine/moraine.scaena");
    schedule::Schedule schedule = schedule::resolve(project.sequence, {});
    render::Scene scene{project.sequence, *project.artFiles, model::Appearance::Light};
};

const Sample& sample() {
    static const Sample made;
    return made;
}

constexpr int kPaths = 60;

/// Sixty curved leaves in a ring over a gradient: the same art as SVG and as Lottie, to compare painters.
struct Leaf {
    double angle, reach;
};
std::vector<Leaf> leaves() {
    std::vector<Leaf> list;
    for (int i = 0; i < kPaths; ++i) {
        list.push_back({i * 6.0, 60.0 + (i % 5) * 28});
    }
    return list;
}

std::string leavesAsSvg() {
    std::string out = "<svg viewBox='0 0 400 400'>";
    for (const auto& leaf : leaves()) {
        out += fmt::format("<path transform='translate(200 200) rotate({})' fill='#3b7a57' d='M0 0C{} -20 {} "
                           "-18 {} 0C{} 18 {} 20 0 0Z'/>",
                           leaf.angle, leaf.reach * 0.3, leaf.reach * 0.7, leaf.reach, leaf.reach * 0.7,
                           leaf.reach * 0.3);
    }
    return out + "</svg>";
}

model::Sequence leavesSequence() {
    auto turn = test::cue("turn", "arrive", 0, 1000, model::MoveKind::Turn);
    turn.move.parameters = {{"angle", 90.0}};
    auto sequence = test::aSequence().withBeat(test::play("arrive", 1000)).withCue(turn).build();
    sequence.layers[1].get<model::BackdropContent>().fill.to = "ink";
    sequence.layers[2].place.width = sequence.layers[2].place.height = 400;
    sequence.layers.pop_back();
    return sequence;
}

}

static void paintSample(benchmark::State& state) {
    double t = 600;
    for (auto _ : state) {
        t = t > 2700 ? 600 : t + 37;
        benchmark::DoNotOptimize(
            render::still(sample().scene, sample().schedule, t,
                          {QSize(int(state.range(0)), int(state.range(1))), false, false}));
    }
}
BENCHMARK(paintSample)->Args({412, 915})->Args({1080, 2400})->Unit(benchmark::kMillisecond)->UseRealTime();

static void paintSampleFilmstrip(benchmark::State& state) {
    std::vector<double> times;
    for (int i = 0; i < 16; ++i) {
        times.push_back(600 + i * 130);
    }
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            render::stills(sample().scene, sample().schedule, times, {QSize(412, 915), false, false}));
    }
    state.counters["frames"] =
        benchmark::Counter(double(times.size() * state.iterations()), benchmark::Counter::kIsRate);
}
BENCHMARK(paintSampleFilmstrip)->Unit(benchmark::kMillisecond)->UseRealTime();

static void paintSixtyPaths(benchmark::State& state) {
    const auto sequence = leavesSequence();
    project::ArtFiles artFiles;
    artFiles.art["logo.svg"] = std::make_shared<const art::Art>(std::move(*art::readSvg(leavesAsSvg())));
    const auto schedule = schedule::resolve(sequence, {});
    const render::Scene scene(sequence, artFiles, model::Appearance::Light);
    // Into one picture again and again, as the stage does and as the yardstick below is measured.
    QImage image(int(state.range(0)), int(state.range(1)), QImage::Format_ARGB32_Premultiplied);
    schedule::Frame frame;
    double t = 600;
    for (auto _ : state) {
        t = t > 1580 ? 600 : t + 17;
        schedule::evaluateInto(schedule, t, frame);
        render::paintInBands(image, [&](QPainter& painter) {
            painter.scale(image.width() / frame.screen.width, image.width() / frame.screen.width);
            render::paintFrame(painter, scene, frame);
        });
        benchmark::DoNotOptimize(image.constBits());
    }
}
BENCHMARK(paintSixtyPaths)
    ->Args({412, 915})
    ->Args({1080, 2400})
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

namespace {

/// The sample with all that measures, waits and texts ask of a frame: places and ways in parts of the screen,
/// of the layers themselves and to the edge, headlines of several lines three times each, a progress ring and
/// a busy sign.
model::Sequence measuredSample() {
    auto sequence = sample().project.sequence;
    const auto& schedule = sample().schedule;
    int turn = 0;
    for (auto& layer : sequence.layers) {
        if (!model::coversScreen(layer.kind())) {
            const auto across = turn++ % 2 == 0 ? model::PlaceMeasure::Screen : model::PlaceMeasure::Itself;
            layer.place = edit::measured(layer.place, across, model::PlaceMeasure::Screen, schedule.places());
        }
        if (auto* text = layer.as<model::TextContent>()) {
            text->text = "Moraine of\nthe huts";
            text->wrapAt = 220;
            text->spacing = 4;
        }
    }
    for (auto& cue : sequence.cues) {
        cue = schedule::inMeasure(schedule, cue, static_cast<motion::Measure>(1 + turn++ % 3));
    }
    const auto ink = sequence.palette.front().id;
    const auto wait = std::find_if(sequence.beats.begin(), sequence.beats.end(),
                                   [](const auto& it) { return it.kind == model::BeatKind::Wait; });
    LayerId made;
    if (wait != sequence.beats.end()) {
        sequence = edit::addBusySign(std::move(sequence), edit::BusySign::Dots, BeatId(wait->id),
                                     {ink, ink, {}, {}}, made);
    }
    model::Layer ring;
    ring.id = LayerId("bench-ring");
    ring.contents = model::contentsOf(model::LayerKind::Progress);
    ring.get<model::ProgressContent>().colour = ink;
    sequence.layers.push_back(ring);
    for (auto& layer : sequence.layers) {
        if (layer.as<model::TextContent>()) {
            layer.copies.emplace().count = 3;
        }
    }
    return model::withCopies(std::move(sequence));
}

}

/// Evaluating and painting one frame of it, on one core, from the tap to the end.
static void paintMeasuredSample(benchmark::State& state) {
    const auto sequence = measuredSample();
    const auto schedule = schedule::resolve(sequence, {});
    const render::Scene scene(sequence, *sample().project.artFiles, model::Appearance::Light);
    double t = 0;
    for (auto _ : state) {
        t = t > schedule.end ? 0 : t + 17;
        benchmark::DoNotOptimize(render::still(scene, schedule, t, {QSize(412, 915), false, false}));
    }
}
BENCHMARK(paintMeasuredSample)->Unit(benchmark::kMillisecond)->UseRealTime();

/// The same of the sample as it is.
static void paintWholeSample(benchmark::State& state) {
    double t = 0;
    for (auto _ : state) {
        t = t > sample().schedule.end ? 0 : t + 17;
        benchmark::DoNotOptimize(
            render::still(sample().scene, sample().schedule, t, {QSize(412, 915), false, false}));
    }
}
BENCHMARK(paintWholeSample)->Unit(benchmark::kMillisecond)->UseRealTime();

static void paintHundredLayers(benchmark::State& state) {
    const auto sequence = bench::largeSequence(100, 3);
    project::ArtFiles artFiles;
    artFiles.art["logo.svg"] = sample().project.artFiles->art.at("art/ridges.svg");
    const auto schedule = schedule::resolve(sequence, {});
    const render::Scene scene(sequence, artFiles, model::Appearance::Light);
    double t = 600;
    for (auto _ : state) {
        t = t > 2500 ? 600 : t + 37;
        benchmark::DoNotOptimize(render::still(scene, schedule, t, {QSize(256, 568), false, false}));
    }
}
BENCHMARK(paintHundredLayers)->Unit(benchmark::kMillisecond)->UseRealTime();

#ifdef HAS_RLOTTIE
namespace {

std::string leavesAsLottie() {
    std::string shapes;
    for (const auto& leaf : leaves()) {
        const double r = leaf.reach;
        shapes += fmt::format(
            "{}{{\"ty\":\"gr\",\"it\":[{{\"ty\":\"sh\",\"ks\":{{\"a\":0,\"k\":{{\"c\":true,\"v\":[[0,0],[{},"
            "0]],\"o\":[[{},-20],[{},18]],\"i\":[[{},20],[{},-18]]}}}}}},"
            "{{\"ty\":\"fl\",\"c\":{{\"a\":0,\"k\":[0.231,0.478,0.341,1]}},\"o\":{{\"a\":0,\"k\":100}},\"r\":"
            "1}},"
            "{{\"ty\":\"tr\",\"p\":{{\"a\":0,\"k\":[0,0]}},\"a\":{{\"a\":0,\"k\":[0,0]}},\"s\":{{\"a\":0,"
            "\"k\":[100,100]}},\"r\":{{\"a\":0,\"k\":{}}},\"o\":{{\"a\":0,\"k\":100}}}}]}}",
            shapes.empty() ? "" : ",", r, r * 0.3, -r * 0.3, r * 0.3, -r * 0.3, leaf.angle);
    }
    return fmt::format(
        "{{\"v\":\"5.7.0\",\"fr\":60,\"ip\":0,\"op\":60,\"w\":412,\"h\":915,\"ddd\":0,\"assets\":[],"
        "\"layers\":[{{\"ddd\":0,\"ind\":1,\"ty\":4,\"nm\":\"leaves\",\"sr\":1,"
        "\"ks\":{{\"o\":{{\"a\":0,\"k\":100}},\"r\":{{\"a\":1,\"k\":[{{\"t\":0,\"s\":[90],\"i\":{{\"x\":[1],"
        "\"y\":[1]}},\"o\":{{\"x\":[0],\"y\":[0]}}}},{{\"t\":60,\"s\":[0]}}]}},"
        "\"p\":{{\"a\":0,\"k\":[206,457.5,0]}},\"a\":{{\"a\":0,\"k\":[0,0,0]}},\"s\":{{\"a\":0,\"k\":[100,"
        "100,100]}}}},\"shapes\":[{}],\"ip\":0,\"op\":60,\"st\":0,\"bm\":0}},"
        "{{\"ddd\":0,\"ind\":2,\"ty\":4,\"nm\":\"back\",\"sr\":1,\"ks\":{{\"o\":{{\"a\":0,\"k\":100}},\"r\":{"
        "{\"a\":0,\"k\":0}},\"p\":{{\"a\":0,\"k\":[206,457.5,0]}},\"a\":{{\"a\":0,\"k\":[0,0,0]}},\"s\":{{"
        "\"a\":0,\"k\":[100,100,100]}}}},"
        "\"shapes\":[{{\"ty\":\"rc\",\"p\":{{\"a\":0,\"k\":[0,0]}},\"s\":{{\"a\":0,\"k\":[412,915]}},\"r\":{{"
        "\"a\":0,\"k\":0}}}},{{\"ty\":\"gf\",\"o\":{{\"a\":0,\"k\":100}},\"r\":1,\"t\":1,\"g\":{{\"p\":2,"
        "\"k\":{{\"a\":0,\"k\":[0,1,1,1,1,0,0,0]}}}},"
        "\"s\":{{\"a\":0,\"k\":[0,-457]}},\"e\":{{\"a\":0,\"k\":[0,457]}}}}],\"ip\":0,\"op\":60,\"st\":0,"
        "\"bm\":0}}]}}",
        shapes);
}

}

/// The yardstick: what a well-known renderer takes for the same art at the same size.
static void paintSixtyPathsByRlottie(benchmark::State& state) {
    auto animation = rlottie::Animation::loadFromData(leavesAsLottie(), "leaves");
    if (!animation) {
        state.SkipWithError("rlottie did not read the art");
        return;
    }
    const auto width = static_cast<std::size_t>(state.range(0));
    const auto height = static_cast<std::size_t>(state.range(1));
    std::vector<std::uint32_t> pixels(width * height);
    std::size_t frame = 0;
    for (auto _ : state) {
        frame = (frame + 1) % 58;
        animation->renderSync(frame, rlottie::Surface(pixels.data(), width, height, width * 4));
        benchmark::DoNotOptimize(pixels.data());
    }
}
BENCHMARK(paintSixtyPathsByRlottie)
    ->Args({412, 915})
    ->Args({1080, 2400})
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
#endif
