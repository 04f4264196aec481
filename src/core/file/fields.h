// SPDX-License-Identifier: MIT
#pragma once

#include "core/model/phrase.h"
#include "core/model/sequence.h"

/// The file format in one place: which keys every part of a sequence has, in the order in which they are
/// written. `describe(archive, thing)` is visited by the reader and by the writer, so the two cannot drift
/// apart.
///
/// An archive offers: field(key, value) – always written, must be present when read; optional(key, value,
/// standard) – left out where it has the standard value; extras(map) – everything else that stood there.
namespace scaena::file {

template <class A>
void describe(A& a, model::PaletteColour& c) {
    a.field("id", c.id);
    a.field("name", c.name);
    a.field("light", c.light);
    a.field("dark", c.dark);
    a.extras(c.extras);
}

template <class A>
void describe(A& a, model::Opening& o) {
    a.field("colour", o.colour);
    a.optional("icon", o.icon, Id{});
    a.optional("footer", o.footer, Id{});
    a.optional("layers", o.layers, std::vector<Id>{});
    a.extras(o.extras);
}

template <class A>
void describe(A& a, model::AppIcon& i) {
    a.optional("layer", i.layer, Id{});
    a.optional("colour", i.colour, model::ColourRef{});
    a.optional("size", i.size, 1.0);
    a.extras(i.extras);
}

template <class A>
void describe(A& a, model::SystemBars& b) {
    a.optional("shown", b.shown, true);
    a.optional("content", b.content, model::BarContent::Auto);
    a.extras(b.extras);
}

template <class A>
void describe(A& a, model::Place& p) {
    a.optional("anchor", p.anchor, model::AnchorPoint::Centre);
    a.optional("x", p.x, 0.0);
    a.optional("y", p.y, 0.0);
    a.field("width", p.width);
    a.field("height", p.height);
    a.optional("turn", p.turn, 0.0);
    a.optional("safeArea", p.safeArea, false);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::Plate& p) {
    a.field("colour", p.colour);
    a.field("diameter", p.diameter);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::Fill& f) {
    a.field("colour", f.colour);
    a.optional("to", f.to, Id{});
    a.optional("angle", f.angle, 180.0);
    a.extras(f.extras);
}

template <class A>
void describe(A& a, model::TextContent& t) {
    a.field("text", t.text);
    a.field("colour", t.colour);
    a.field("size", t.size);
    a.optional("typeface", t.typeface, model::Typeface::Sans);
    a.optional("bold", t.bold, false);
    a.optional("fontFile", t.fontFile, std::string{});
    a.extras(t.extras);
}

template <class A>
void describe(A& a, model::Block& b) {
    a.field("kind", b.kind);
    a.field("height", b.height);
    a.field("colour", b.colour);
    a.extras(b.extras);
}

template <class A>
void describe(A& a, model::FirstScreenContent& f) {
    a.field("background", f.background);
    a.optional("lightImage", f.lightImage, std::string{});
    a.optional("darkImage", f.darkImage, std::string{});
    a.optional("blocks", f.blocks, std::vector<model::Block>{});
    a.extras(f.extras);
}

template <class A>
void describe(A& a, model::ShapeContent& s) {
    a.field("form", s.form);
    a.optional("colour", s.colour, Id{});
    a.optional("to", s.to, Id{});
    a.optional("angle", s.angle, 180.0);
    a.optional("corner", s.corner, 0.0);
    a.optional("strokeColour", s.strokeColour, Id{});
    a.optional("strokeWidth", s.strokeWidth, 0.0);
    a.extras(s.extras);
}

template <class A>
void describe(A& a, model::Picture& p) {
    a.field("path", p.path);
    a.optional("density", p.density, 1.0);
    a.optional("dark", p.dark, false);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::BackdropPicture& p) {
    a.field("light", p.light);
    a.optional("dark", p.dark, std::string{});
    a.optional("landscape", p.landscape, std::string{});
    a.optional("darkLandscape", p.darkLandscape, std::string{});
    a.optional("fit", p.fit, model::Fit::Fill);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::ProgressContent& p) {
    a.field("form", p.form);
    a.field("colour", p.colour);
    a.optional("track", p.track, Id{});
    a.optional("thickness", p.thickness, 4.0);
    a.optional("gates", p.gates, std::vector<Id>{});
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::ClipContent& c) {
    a.field("path", c.path);
    a.optional("darkPath", c.darkPath, std::string{});
    a.optional("from", c.from, 0);
    a.field("stopAt", c.stopAt);
    a.optional("keep", c.keep, std::optional<Millis>{});
    a.extras(c.extras);
}

/// What only a layer of that kind has.
template <class A>
void describeContent(A& a, model::Layer& l) {
    using model::LayerKind;
    switch (l.kind) {
    case LayerKind::Backdrop:
        a.field("fill", l.fill);
        a.optional("panelHeight", l.panelHeight, 0.0);
        a.optional("picture", l.picture, std::optional<model::BackdropPicture>{});
        break;
    case LayerKind::FirstScreen:
        a.field("firstScreen", l.firstScreen);
        break;
    case LayerKind::Text:
        a.field("text", l.text);
        break;
    case LayerKind::Shape:
        a.field("shape", l.shape);
        break;
    case LayerKind::Image:
        a.field("pictures", l.pictures);
        break;
    case LayerKind::Progress:
        a.field("progress", l.progress);
        break;
    case LayerKind::Clip:
        a.field("clip", l.clip);
        break;
    case LayerKind::Artwork:
    case LayerKind::FooterMark:
        a.field("art", l.art);
        a.optional("darkArt", l.darkArt, std::string{});
        a.optional("part", l.part, std::string{});
        a.optional("tint", l.tint, Id{});
        a.optional("recolour", l.recolour, std::map<std::string, Id>{});
        a.optional("plate", l.plate, std::optional<model::Plate>{});
        break;
    case LayerKind::Group:
        break;
    }
}

template <class A>
void describe(A& a, model::Layer& l) {
    a.field("id", l.id);
    a.field("name", l.name);
    a.field("kind", l.kind);
    a.optional("group", l.group, Id{});
    a.optional("hidden", l.hidden, false);
    a.optional("locked", l.locked, false);
    a.optional("shownWhen", l.shownWhen, model::ShownWhen::Always);
    describeContent(a, l);
    if (!model::coversScreen(l.kind)) {
        a.field("place", l.place);
        a.optional("landscape", l.landscape, std::optional<model::Place>{});
        a.optional("destination", l.destination, std::optional<model::Place>{});
        a.optional("pivotX", l.pivot.x, 0.5);
        a.optional("pivotY", l.pivot.y, 0.5);
    }
    a.extras(l.extras);
}

template <class A>
void describe(A& a, model::Beat& b) {
    a.field("id", b.id);
    a.field("name", b.name);
    a.field("kind", b.kind);
    a.optional("length", b.length, std::optional<Millis>{});
    a.optional("gates", b.gates, std::vector<Id>{});
    a.optional("atLeast", b.atLeast, 0);
    a.optional("atMost", b.atMost, std::optional<Millis>{});
    a.optional("onTimeOut", b.onTimeOut, model::TimeOutAction::GoOn);
    a.optional("yield", b.yield, model::Yield::Never);
    a.optional("blend", b.blend, 120);
    a.extras(b.extras);
}

template <class A>
void describe(A& a, model::Gate& g) {
    a.field("id", g.id);
    a.field("name", g.name);
    a.optional("start", g.start, model::GateStart::Process);
    a.optional("beat", g.beat, Id{});
    a.optional("needs", g.needs, std::vector<Id>{});
    a.field("typical", g.typical);
    a.field("fast", g.fast);
    a.field("slow", g.slow);
    a.optional("timeOut", g.timeOut, std::optional<Millis>{});
    a.optional("onTimeOut", g.onTimeOut, model::TimeOutAction::GoOn);
    a.optional("optional", g.optional, false);
    a.extras(g.extras);
}

template <class A>
void describe(A& a, model::CueAnchor& c) {
    a.optional("kind", c.kind, model::AnchorKind::BeatStart);
    a.optional("cue", c.cue, Id{});
    a.optional("offset", c.offset, 0);
    a.extras(c.extras);
}

template <class A>
void describe(A& a, model::Repeat& r) {
    a.optional("times", r.times, 1);
    a.optional("whileWaiting", r.whileWaiting, false);
    a.optional("alternate", r.alternate, false);
    a.optional("end", r.end, model::RepeatEnd::Cut);
    a.optional("settle", r.settle, 200);
    a.extras(r.extras);
}

template <class A>
void describe(A& a, model::Move& m) {
    a.field("kind", m.kind);
    a.parameters(m.parameters);
}

template <class A>
void describe(A& a, model::Pose& p) {
    a.field("at", p.at);
    a.optional("x", p.x, std::optional<double>{});
    a.optional("y", p.y, std::optional<double>{});
    a.optional("scaleX", p.scaleX, std::optional<double>{});
    a.optional("scaleY", p.scaleY, std::optional<double>{});
    a.optional("turn", p.turn, std::optional<double>{});
    a.optional("opacity", p.opacity, std::optional<double>{});
    a.optional("easing", p.easing, std::optional<model::Easing>{});
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::Cue& c) {
    a.field("id", c.id);
    a.field("layer", c.layer);
    a.field("beat", c.beat);
    a.optional("anchor", c.anchor, model::CueAnchor{});
    a.field("length", c.length);
    a.field("move", c.move);
    a.optional("poses", c.poses, std::vector<model::Pose>{});
    a.optional("easing", c.easing, std::optional<model::Easing>{});
    a.optional("repeat", c.repeat, model::Repeat{});
    a.optional("composite", c.composite, model::Composite::Replace);
    a.optional("reduced", c.reduced, model::ReducedMotion::Fade);
    a.extras(c.extras);
}

template <class A>
void describe(A& a, model::Phrase& p) {
    a.field("name", p.name);
    a.optional("says", p.says, std::string{});
    a.field("cues", p.cues);
}

template <class A>
void describe(A& a, model::Take& t) {
    a.field("id", t.id);
    a.field("name", t.name);
    a.field("beats", t.beats);
    a.optional("cues", t.cues, std::vector<model::Cue>{});
    a.starts("starts", t.starts);
    a.extras(t.extras);
}

template <class A>
void describe(A& a, model::Sequence& s) {
    a.field("name", s.name);
    a.field("palette", s.palette);
    a.field("opening", s.opening);
    a.optional("bars", s.bars, model::SystemBars{});
    a.optional("appIcon", s.appIcon, model::AppIcon{});
    a.field("layers", s.layers);
    a.field("beats", s.beats);
    a.optional("gates", s.gates, std::vector<model::Gate>{});
    a.optional("cues", s.cues, std::vector<model::Cue>{});
    a.starts("starts", s.starts);
    a.optional("takes", s.takes, std::vector<model::Take>{});
    a.extras(s.extras);
}

}
