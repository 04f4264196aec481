// SPDX-License-Identifier: MIT
#include "core/start/moving_parts.h"

#include "core/art/losses.h"
#include "core/art/parts.h"
#include "core/art/read_svg.h"
#include "core/edit/edits.h"
#include "core/edit/layer_edits.h"
#include "core/edit/opening_edits.h"
#include "core/model/limits.h"
#include "core/start/laid_motion.h"
#include "core/start/svg_motion.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <pugixml.hpp>
#include <set>

namespace scaena::start {

using namespace model;

namespace {

constexpr std::size_t kMostParts = 60;
constexpr Millis kSystemPlays = 1000; ///< of an icon on newer Android (plan/targets.cpp)

bool paintsNothing(std::string_view name) {
    static const std::set<std::string_view> list = {
        "defs",   "style",  "title",   "desc",           "metadata",       "symbol", "clipPath", "mask",
        "marker", "filter", "pattern", "linearGradient", "radialGradient", "script", "view"};
    return list.contains(name);
}

class Divider {
public:
    Divider(const pugi::xml_node& root, const std::vector<FoundMotion>& motions) : m_root(root) {
        for (const auto& it : motions) {
            m_moving.insert(it.id);
        }
    }

    std::vector<MovingPart> run() { return partsIn(m_root, 0); }
    [[nodiscard]] std::size_t count() const { return m_count; }

private:
    [[nodiscard]] bool moves(const pugi::xml_node& node) const {
        const std::string id = node.attribute("id").value();
        return !id.empty() && m_moving.contains(id);
    }

    [[nodiscard]] bool holdsMoving(const pugi::xml_node& node, int depth = 0) const {
        for (const auto& child : node.children()) {
            if (moves(child) || (depth < 200 && holdsMoving(child, depth + 1))) {
                return true;
            }
        }
        return false;
    }

    std::vector<MovingPart> partsIn(pugi::xml_node container, int depth) {
        std::vector<MovingPart> parts;
        std::vector<pugi::xml_node> still;
        std::vector<pugi::xml_node> children;
        for (const auto& child : container.children()) {
            if (child.type() == pugi::node_element && !paintsNothing(child.name())) {
                children.push_back(child);
            }
        }
        for (const auto& child : children) {
            const bool inside = depth < 100 && holdsMoving(child);
            if (!moves(child) && !inside) {
                still.push_back(child);
                continue;
            }
            flush(container, still, parts);
            if (!inside) {
                add(parts, {idOf(child), {}});
            } else if (moves(child)) {
                MovingPart group{idOf(child), partsIn(child, depth + 1)};
                add(parts, std::move(group));
            } else {
                for (auto& part : partsIn(child, depth + 1)) {
                    parts.push_back(std::move(part));
                }
            }
        }
        flush(container, still, parts);
        return parts;
    }

    void add(std::vector<MovingPart>& parts, MovingPart part) {
        ++m_count;
        parts.push_back(std::move(part));
    }

    /// What stands still between two that move is one part.
    void flush(pugi::xml_node container, std::vector<pugi::xml_node>& still, std::vector<MovingPart>& parts) {
        if (still.empty()) {
            return;
        }
        if (still.size() == 1) {
            add(parts, {idOf(still.front()), {}});
        } else {
            auto group = container.insert_child_before("g", still.front());
            std::string id;
            do {
                id = fmt::format("still-{}", ++m_groups);
            } while (m_root.find_node([&](const auto& it) { return id == it.attribute("id").value(); }));
            group.append_attribute("id").set_value(id.c_str());
            for (const auto& node : still) {
                group.append_move(node);
            }
            add(parts, {id, {}});
        }
        still.clear();
    }

    pugi::xml_node m_root;
    std::set<std::string> m_moving;
    std::size_t m_count = 0;
    int m_groups = 0;
};

std::string textOf(const pugi::xml_document& document) {
    struct Writer : pugi::xml_writer {
        std::string out;
        void write(const void* data, std::size_t size) override {
            out.append(static_cast<const char*>(data), size);
        }
    } writer;
    document.save(writer, "", pugi::format_raw | pugi::format_no_declaration);
    return std::move(writer.out);
}

class Mover {
public:
    Mover(Sequence sequence, const ArtMotion& motion, const BeatId& beat, std::vector<std::string>& notes)
        : m_sequence(std::move(sequence)), m_motion(motion), m_beat(beat), m_notes(notes) {}

    Sequence run(const LayerId& id) {
        const auto* layer = findThing(std::as_const(m_sequence).layers, id);
        if (!layer || !layer->as<ArtworkContent>() || m_motion.viewBox.width <= 0) {
            return std::move(m_sequence);
        }
        m_whole = *layer;
        m_perUnit = layer->place.width / m_motion.viewBox.width;
        if (m_motion.parts.empty()) {
            const bool isIcon = m_sequence.opening.icon == id && bySystem();
            for (const auto& motion : m_motion.found.motions) {
                move(id, motion, isIcon ? m_sequence.beats.front().id : m_beat);
            }
            return std::move(m_sequence);
        }
        divide(id);
        return std::move(m_sequence);
    }

private:
    /// Whether the system can play all of it.
    [[nodiscard]] bool bySystem() const {
        return std::ranges::all_of(m_motion.found.motions, [](const FoundMotion& it) {
            return it.what != Moved::Draw && !it.forEver &&
                   it.begin + static_cast<long long>(it.length) * it.times <= kSystemPlays;
        });
    }

    void divide(const LayerId& id) {
        LayerId group;
        Layer all = m_whole;
        all.name = (m_whole.name + ", moving").substr(0, limits::kNameLength);
        all.contents = GroupContent{};
        m_above = id;
        group = put(std::move(all));
        addPlate(group);
        for (const auto& part : m_motion.parts) {
            addPart(part, group);
        }
        // The icon stands as a whole in the opening; the moving ones take its place with the app's first
        // frame.
        auto gone = edit::givingWay(m_sequence, id, m_beat);
        for (auto& cue : m_sequence.cues) {
            if (cue.layer == id && indexOf(m_sequence.beats, cue.beat) >= indexOf(m_sequence.beats, m_beat) &&
                edit::canMove(m_sequence, group, cue.move.kind)) {
                cue.layer = group; // what led the whole away leads them
            }
        }
        m_sequence.cues.push_back(std::move(gone));
        const auto& still = m_sequence.opening.layers;
        const bool isInOpening = m_sequence.opening.icon == id || std::ranges::find(still, id) != still.end();
        if (isInOpening &&
            std::ranges::all_of(m_motion.parts, [&](const auto& it) { return beginsUnseen(it); })) {
            // The whole in the opening would be a flash: it would be gone with the app's first frame.
            m_sequence = edit::showInStill(edit::clearIcon(std::move(m_sequence)), id, false);
            art::noteLoss(
                m_notes, "the art into the opening: in its file it begins with nothing, so the canvas stands "
                         "there alone");
        }
    }

    /// Whether nothing of the part is seen when its file begins.
    [[nodiscard]] bool beginsUnseen(const MovingPart& part) const {
        for (const auto what : {Moved::Opacity, Moved::Scale, Moved::Draw}) {
            const FoundMotion* first = nullptr;
            for (const auto& it : m_motion.found.motions) {
                const bool isOfIt = it.id == part.id && it.what == what;
                first = isOfIt && (!first || it.begin < first->begin) ? &it : first;
            }
            const bool waits = first && first->begin > 0 && !first->holdsBefore;
            if (first && std::abs(waits ? first->rest.x : first->keys.front().value.x) < 0.02) {
                return true;
            }
        }
        return !part.inner.empty() &&
               std::ranges::all_of(part.inner, [&](const auto& it) { return beginsUnseen(it); });
    }

    /// The disc behind the icon goes on behind its parts.
    void addPlate(const LayerId& group) {
        const auto* plate = plateOf(m_whole);
        if (!plate) {
            return;
        }
        Layer disc = m_whole;
        disc.name = "Plate";
        disc.group = group;
        disc.destination.reset();
        disc.place.width = disc.place.height = plate->diameter;
        auto& shape = disc.contents.emplace<ShapeContent>();
        shape.form = ShapeForm::Ellipse;
        shape.colour = plate->colour;
        put(std::move(disc));
    }

    void addPart(const MovingPart& part, const LayerId& group) {
        Layer layer = m_whole;
        layer.name = part.id.substr(0, limits::kNameLength);
        layer.group = group;
        layer.destination.reset();
        if (part.inner.empty()) {
            auto& drawing = layer.get<ArtworkContent>();
            drawing.part = part.id;
            drawing.plate.reset();
            if (!drawing.darkArt.empty()) { // another file, whose parts have other names
                drawing.darkArt.clear();
                art::noteLoss(m_notes,
                              "the night version of parts that move apart: by night they are as by day");
            }
        } else {
            layer.contents = GroupContent{};
        }
        const LayerId made = put(std::move(layer));
        for (const auto& motion : m_motion.found.motions) {
            if (motion.id == part.id) {
                move(made, motion, m_beat);
            }
        }
        for (const auto& inner : part.inner) {
            addPart(inner, made);
        }
    }

    LayerId put(Layer layer) {
        LayerId made;
        const auto opening = m_sequence.opening;
        m_sequence = edit::addLayer(std::move(m_sequence), std::move(layer), m_above, made);
        m_sequence.opening = opening;
        m_above = made;
        return made;
    }

    void move(const LayerId& id, const FoundMotion& motion, const BeatId& beat) {
        auto* layer = findThing(m_sequence.layers, id);
        const auto others = [&](auto beyond) {
            return std::ranges::any_of(m_motion.found.motions, [&](const FoundMotion& it) {
                return &it != &motion && it.id == motion.id && it.what == motion.what && beyond(it);
            });
        };
        const bool isFirst = !others([&](const auto& it) { return it.begin < motion.begin; });
        const bool isLast = !others([&](const auto& it) { return it.begin > motion.begin; });
        const auto laid = laidDown(motion, isFirst, isLast, m_notes);
        Cue cue;
        cue.layer = id;
        cue.beat = beat;
        cue.anchor.offset = laid.begin;
        cue.length = laid.length;
        cue.repeat = laid.repeat;
        cue.easing = kLinear;
        cue.id = freeId(m_sequence.cues, std::string(id) + "-" + wordFor(motion.what), "cue");
        if (motion.what == Moved::Draw) {
            draw(cue, motion, laid);
            return;
        }
        if (motion.what == Moved::Turn || motion.what == Moved::Scale) {
            turnAbout(*layer, motion);
        }
        cue.move.kind = MoveKind::Poses;
        for (const auto& [at, key] : laid.keys) {
            Pose pose = poseOf(motion.what, key.value);
            pose.at = at;
            pose.easing = key.easing;
            cue.poses.push_back(std::move(pose));
        }
        m_sequence.cues.push_back(std::move(cue));
    }

    static const char* wordFor(Moved what) {
        switch (what) {
        case Moved::Place:
            return "moves";
        case Moved::Scale:
            return "grows";
        case Moved::Turn:
            return "turns";
        case Moved::Opacity:
            return "fades";
        case Moved::Draw:
            break;
        }
        return "draws";
    }

    [[nodiscard]] Pose poseOf(Moved what, Point value) const {
        const auto fine = [](double v) { return std::round(v * 1000) / 1000; };
        Pose pose;
        switch (what) {
        case Moved::Place:
            pose.x = fine(value.x * m_perUnit);
            pose.y = fine(value.y * m_perUnit);
            break;
        case Moved::Scale:
            pose.scaleX = fine(value.x);
            pose.scaleY = fine(value.y);
            break;
        case Moved::Turn:
            pose.turn = fine(value.x);
            break;
        case Moved::Opacity:
        case Moved::Draw:
            pose.opacity = fine(value.x);
        }
        return pose;
    }

    void turnAbout(Layer& layer, const FoundMotion& motion) {
        const auto& box = m_motion.viewBox;
        const auto part = [](double at, double from, double size) {
            return std::round(std::clamp((at - from) / std::max(1e-9, size), -10.0, 10.0) * 10000) / 10000;
        };
        const Point pivot{part(motion.pivot.x, box.x, box.width), part(motion.pivot.y, box.y, box.height)};
        if (m_turned.insert(layer.id).second) {
            layer.pivot = pivot;
        } else if (std::hypot(layer.pivot.x - pivot.x, layer.pivot.y - pivot.y) > 0.002) {
            art::noteLoss(
                m_notes,
                fmt::format("a second pivot of “{}”: a layer turns and grows about one point", layer.name));
        }
    }

    /// A line that appears from its beginning, or goes; what else a line does has no cue.
    void draw(Cue cue, const FoundMotion& motion, const Laid& laid) {
        const double first = laid.keys.front().second.value.x;
        const double last = laid.keys.back().second.value.x;
        const bool comes = first < 0.02 && last > 0.98;
        const bool goes = first > 0.98 && last < 0.02;
        if (!(comes || goes) || motion.keys.size() > 2 ||
            !edit::canMove(m_sequence, cue.layer, MoveKind::Draw)) {
            art::noteLoss(
                m_notes,
                fmt::format("the line “{}”, which is drawn otherwise than from nothing to all", motion.id));
            return;
        }
        cue.move = {MoveKind::Draw, {{"direction", std::string(comes ? "in" : "out")}}};
        cue.easing = laid.keys.front().second.easing.value_or(kLinear);
        m_sequence.cues.push_back(std::move(cue));
    }

    Sequence m_sequence;
    const ArtMotion& m_motion;
    BeatId m_beat;
    std::vector<std::string>& m_notes;
    Layer m_whole;
    double m_perUnit = 1; ///< dp
    LayerId m_above;
    std::set<LayerId> m_turned;
};

bool isEmpty(const std::vector<MovingPart>& parts, const std::vector<FoundMotion>& motions) {
    return parts.size() <= 1 && (parts.empty() || parts.front().inner.empty()) && !motions.empty();
}

std::optional<Rect> boundsIn(const art::Art& art, const std::string& id) {
    const auto part = art::onlyPart(art, id);
    if (!part) {
        return {};
    }
    for (const auto& it : art::partsOf(*part)) {
        return it.bounds;
    }
    return {};
}

}

ArtMotion dividedByMotion(std::string& svg, MotionsFound found) {
    ArtMotion motion;
    motion.found = std::move(found);
    if (const auto art = art::readSvg(svg)) {
        motion.viewBox = art->viewBox;
    }
    pugi::xml_document document;
    if (!document.load_buffer(svg.data(), svg.size())) {
        return motion;
    }
    Divider divider(document.document_element(), motion.found.motions);
    auto parts = divider.run();
    const bool wholeMoves =
        std::ranges::any_of(motion.found.motions, [](const auto& it) { return it.id.empty(); });
    if (divider.count() > kMostParts) {
        art::noteLoss(motion.found.losses, fmt::format("motion in {} parts: at most {} become layers",
                                                       divider.count(), kMostParts));
        motion.found.motions.clear();
        return motion;
    }
    if (!isEmpty(parts, motion.found.motions) && !wholeMoves) {
        motion.parts = std::move(parts);
    } else if (!isEmpty(parts, motion.found.motions)) {
        // All of it fades or turns, and parts besides: the parts come first, all of it is named.
        std::erase_if(motion.found.motions, [](const auto& it) { return it.id.empty(); });
        art::noteLoss(motion.found.losses, "the motion of all, since parts of it move by themselves");
        motion.parts = std::move(parts);
    }
    svg = textOf(document);
    return motion;
}

std::shared_ptr<const ArtMotion> takeSvgMotion(std::string& svg, const std::string& name) {
    if (svg.find("<animate") == std::string::npos && svg.find("<set") == std::string::npos &&
        svg.find("keyframes") == std::string::npos) {
        return nullptr;
    }
    pugi::xml_document document;
    if (svg.size() > limits::kArtBytes || !document.load_buffer(svg.data(), svg.size()) ||
        !art::readSvg(svg, name)) {
        return nullptr; // whoever reads it says what is wrong
    }
    MotionsFound found;
    takeSvgAnimations(document, found);
    takeCssAnimations(
        document,
        [&](const std::string& id) {
            const auto now = art::readSvg(textOf(document));
            return now ? boundsIn(*now, id) : std::nullopt;
        },
        found);
    if (found.motions.empty() && found.losses.empty()) {
        return nullptr;
    }
    svg = textOf(document);
    return std::make_shared<const ArtMotion>(dividedByMotion(svg, std::move(found)));
}

Sequence withMotion(Sequence sequence, const LayerId& layer, const ArtMotion& motion, const BeatId& beat,
                    std::vector<std::string>& notes) {
    return Mover(std::move(sequence), motion, beat, notes).run(layer);
}

}
