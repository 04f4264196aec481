// SPDX-License-Identifier: MIT
#include "app/arrange/shelf/move_miniatures.h"

#include "core/edit/handoff_edits.h"
#include "core/edit/phrases.h"
#include "core/edit/tidy.h"
#include "core/moves/definition.h"
#include "core/schedule/resolve.h"

namespace scaena::app {

namespace {

constexpr int kStillMillis = 250;
constexpr double kStage = 220;   // dp a side of the miniature's screen
constexpr double kArtSide = 120; // dp

model::Phrase phraseFor(model::MoveKind kind) {
    model::Cue cue;
    cue.id = "move";
    cue.length = moves::definitionOf(kind).length;
    cue.move.kind = kind;
    if (kind == model::MoveKind::Poses) {
        model::Pose there;
        there.at = 0.5;
        there.x = 40;
        there.y = -30;
        there.turn = 20;
        model::Pose back;
        back.at = 1;
        back.x = 0;
        back.y = 0;
        back.turn = 0;
        cue.poses = {there, back};
    }
    return {"", "", {cue}};
}

}

model::Sequence miniatureSequence(const model::Sequence& of, const LayerId& layer,
                                  const model::Phrase& phrase) {
    model::Sequence mini = of;
    mini.takes.clear();
    mini.cues.clear();
    mini.gates.clear();
    mini.starts = {};
    const LayerId shown = model::findThing(of.layers, layer) ? layer : edit::leadingLayer(of);
    model::Layer backdrop;
    backdrop.id = "mini-backdrop";
    backdrop.contents =
        model::BackdropContent{.fill = {.colour = of.opening.colour}, .panelHeight = 360, .picture = {}};
    const auto* found = model::findThing(of.layers, shown);
    std::vector<model::Layer> layers = {backdrop};
    LayerId target = backdrop.id;
    if (found && !model::coversScreen(found->kind())) {
        const auto members = [&](const model::Layer& it) { return it.id == shown || it.group == shown; };
        for (const auto& it : of.layers) {
            if (members(it)) {
                layers.push_back(it);
                target = shown;
            }
        }
    }
    for (auto& it : layers) {
        it.hidden = false;
        it.shownWhen = model::ShownWhen::Always;
        it.landscape.reset();
        if (it.id == target && !it.as<model::BackdropContent>() && !it.as<model::GroupContent>()) {
            it.group.clear();
            // A text's place says little of how wide its ink is; about half its size a letter does.
            auto* text = it.as<model::TextContent>();
            const double longest = text ? std::max(1.0, 0.55 * text->size * double(text->text.size()))
                                        : std::max({it.place.width, it.place.height, 1.0});
            const double factor = kArtSide / longest;
            it.place = {model::AnchorPoint::Centre, 0, 0, it.place.width * factor, it.place.height * factor};
            if (text) {
                text->size *= factor;
            }
            it.destination = model::Place{model::AnchorPoint::Centre, -56, -56, 40, 40};
            if (auto* artwork = it.as<model::ArtworkContent>(); artwork && artwork->plate) {
                artwork->plate->diameter *= factor;
            }
        }
    }
    mini.layers = std::move(layers);
    mini.opening.icon.clear();
    mini.opening.footer.clear();
    mini.opening.layers = {backdrop.id};
    mini.beats = {of.beats.front(), {}, of.beats.back()};
    mini.beats[1].id = "mini";
    mini.beats[1].kind = model::BeatKind::Play;
    mini.beats[2].length = 0;
    std::vector<CueId> made;
    const bool ofBackdrop = !phrase.cues.empty() && phrase.cues.front().move.kind == model::MoveKind::Panel;
    return edit::insertPhrase(edit::tidied(std::move(mini)), phrase, ofBackdrop ? backdrop.id : target,
                              "mini", 0, made);
}

MoveMiniatures::Pictures MoveMiniatures::paintAll(const Jobs::Run& run, const model::Sequence& sequence,
                                                  const project::ArtFiles& artFiles, const LayerId& layer,
                                                  const std::vector<model::Phrase>& entries, double ratio) {
    Pictures pictures;
    std::optional<render::Scene> scene; // the layers are the same for all of them
    const int side = static_cast<int>(std::lround(kSide * ratio));
    for (int entry = 0; entry < static_cast<int>(entries.size()) && !run.isCancelled(); ++entry) {
        const auto mini = std::make_shared<const model::Sequence>(
            miniatureSequence(sequence, layer, entries[static_cast<std::size_t>(entry)]));
        const auto schedule = schedule::resolve(mini, {});
        if (!scene) {
            scene.emplace(*mini, artFiles, model::Appearance::Light);
        }
        const double from = schedule.beats[0].end + 1;
        const double span = schedule.end - from;
        pictures.rest.insert(entry, restPicture(*scene, schedule, from, span, kStage, side));
        for (int i = 0; i < kFrames && !run.isCancelled(); ++i) {
            pictures.frames.insert(
                entry * kFrames + i,
                paintSmall(*scene, schedule, from + span * i / (kFrames - 1), kStage, side));
        }
    }
    return pictures;
}

MoveMiniatures::MoveMiniatures(Document& document, PhraseShelf& shelf, QObject* parent)
    : QObject(parent), m_document(document), m_shelf(shelf) {
    m_delay.setSingleShot(true);
    m_delay.setInterval(kStillMillis);
    connect(&m_delay, &QTimer::timeout, this, &MoveMiniatures::restart);
    connect(&document, &Document::changed, this, [this](const edit::ChangeSet& changes) {
        if (changes.touches(edit::Kind::Layer) || changes.touches(edit::Kind::Colour)) {
            becomeStale();
        }
    });
    connect(&shelf, &PhraseShelf::changed, this, &MoveMiniatures::becomeStale);
    becomeStale();
}

void MoveMiniatures::becomeStale() {
    m_complete = false;
    m_delay.start();
}

QImage MoveMiniatures::frame(int entry, int frame) const {
    return m_pictures.frames.value(entry * kFrames + frame);
}

RestPicture MoveMiniatures::rest(int entry) const { return m_pictures.rest.value(entry); }

void MoveMiniatures::setLayer(const LayerId& layer) {
    if (layer != m_layer) {
        m_layer = layer;
        becomeStale();
    }
}

void MoveMiniatures::setPixelRatio(double ratio) {
    if (ratio != m_ratio) {
        m_ratio = ratio;
        becomeStale();
    }
}

void MoveMiniatures::restart() {
    m_complete = false;
    std::vector<model::Phrase> entries;
    for (std::size_t i = 0; i < model::kMoveKinds; ++i) {
        entries.push_back(phraseFor(static_cast<model::MoveKind>(i)));
    }
    for (auto& phrase : m_shelf.phrases()) {
        entries.push_back(std::move(phrase));
    }
    m_jobs.run<Pictures>(
        [sequence = m_document.sequence(), artFiles = m_document.artFiles(), layer = m_layer, entries,
         ratio = m_ratio](const Jobs::Run& run) {
            return paintAll(run, *sequence, *artFiles, layer, entries, ratio);
        },
        [this](const Pictures& pictures) {
            m_pictures = pictures;
            m_complete = true;
            emit changed();
        });
}

}
