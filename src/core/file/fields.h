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
    a.optional("icon", o.icon);
    a.optional("footer", o.footer);
    a.optional("layers", o.layers);
    a.extras(o.extras);
}

template <class A>
void describe(A& a, model::AppIcon& i) {
    a.optional("layer", i.layer);
    a.optional("colour", i.colour);
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
    a.optional("to", f.to);
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
    a.optional("fontFile", t.fontFile);
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
    a.optional("lightImage", f.lightImage);
    a.optional("darkImage", f.darkImage);
    a.optional("blocks", f.blocks);
    a.extras(f.extras);
}

template <class A>
void describe(A& a, model::ShapeContent& s) {
    a.field("form", s.form);
    a.optional("colour", s.colour);
    a.optional("to", s.to);
    a.optional("angle", s.angle, 180.0);
    a.optional("corner", s.corner, 0.0);
    a.optional("strokeColour", s.strokeColour);
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
    a.optional("dark", p.dark);
    a.optional("landscape", p.landscape);
    a.optional("darkLandscape", p.darkLandscape);
    a.optional("fit", p.fit, model::Fit::Fill);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::ProgressContent& p) {
    a.field("form", p.form);
    a.field("colour", p.colour);
    a.optional("track", p.track);
    a.optional("thickness", p.thickness, 4.0);
    a.optional("gates", p.gates);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::ClipContent& c) {
    a.field("path", c.path);
    a.optional("darkPath", c.darkPath);
    a.optional("from", c.from, 0);
    a.field("stopAt", c.stopAt);
    a.optional("keep", c.keep);
    a.extras(c.extras);
}

/// The fields of a layer's contents. They stand among those of the layer itself. A footer mark has those of
/// every drawing.
template <class A>
void describeContent(A& a, model::BackdropContent& b) {
    a.field("fill", b.fill);
    a.optional("panelHeight", b.panelHeight);
    a.optional("picture", b.picture);
}
template <class A>
void describeContent(A& a, model::ArtContent& c) {
    a.field("art", c.art);
    a.optional("darkArt", c.darkArt);
    a.optional("part", c.part);
    a.optional("tint", c.tint);
    a.optional("recolour", c.recolour);
}
template <class A>
void describeContent(A& a, model::ArtworkContent& c) {
    describeContent(a, static_cast<model::ArtContent&>(c));
    a.optional("plate", c.plate);
}
template <class A>
void describeContent(A& a, model::FirstScreenContent& f) {
    a.field("firstScreen", f);
}
template <class A>
void describeContent(A& a, model::TextContent& t) {
    a.field("text", t);
}
template <class A>
void describeContent(A& a, model::ShapeContent& s) {
    a.field("shape", s);
}
template <class A>
void describeContent(A& a, model::ImageContent& i) {
    a.field("pictures", i.pictures);
}
template <class A>
void describeContent(A& a, model::ProgressContent& p) {
    a.field("progress", p);
}
template <class A>
void describeContent(A& a, model::ClipContent& c) {
    a.field("clip", c);
}
template <class A>
void describeContent(A&, model::GroupContent&) {}

template <class A>
void describe(A& a, model::Layer& l) {
    a.field("id", l.id);
    a.field("name", l.name);
    auto kind = l.kind();
    a.field("kind", kind);
    if (kind != l.kind()) { // being read
        l.contents = model::contentsOf(kind);
    }
    a.optional("group", l.group);
    a.optional("hidden", l.hidden, false);
    a.optional("locked", l.locked, false);
    a.optional("shownWhen", l.shownWhen, model::ShownWhen::Always);
    std::visit([&](auto& contents) { describeContent(a, contents); }, l.contents);
    if (!model::coversScreen(kind)) {
        a.field("place", l.place);
        a.optional("landscape", l.landscape);
        a.optional("destination", l.destination);
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
    a.optional("length", b.length);
    a.optional("gates", b.gates);
    a.optional("atLeast", b.atLeast, 0);
    a.optional("atMost", b.atMost);
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
    a.optional("beat", g.beat);
    a.optional("needs", g.needs);
    a.field("typical", g.typical);
    a.field("fast", g.fast);
    a.field("slow", g.slow);
    a.optional("timeOut", g.timeOut);
    a.optional("onTimeOut", g.onTimeOut, model::TimeOutAction::GoOn);
    a.optional("optional", g.optional, false);
    a.extras(g.extras);
}

template <class A>
void describe(A& a, model::CueAnchor& c) {
    a.optional("kind", c.kind, model::AnchorKind::BeatStart);
    a.optional("cue", c.cue);
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
    a.optional("x", p.x);
    a.optional("y", p.y);
    a.optional("scaleX", p.scaleX);
    a.optional("scaleY", p.scaleY);
    a.optional("turn", p.turn);
    a.optional("opacity", p.opacity);
    a.optional("easing", p.easing);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::Cue& c) {
    a.field("id", c.id);
    a.field("layer", c.layer);
    a.field("beat", c.beat);
    a.optional("anchor", c.anchor);
    a.field("length", c.length);
    a.field("move", c.move);
    a.optional("poses", c.poses);
    a.optional("easing", c.easing);
    a.optional("repeat", c.repeat);
    a.optional("composite", c.composite, model::Composite::Replace);
    a.optional("reduced", c.reduced, model::ReducedMotion::Fade);
    a.extras(c.extras);
}

template <class A>
void describe(A& a, model::Phrase& p) {
    a.field("name", p.name);
    a.optional("says", p.says);
    a.field("cues", p.cues);
}

template <class A>
void describe(A& a, model::Take& t) {
    a.field("id", t.id);
    a.field("name", t.name);
    a.field("beats", t.beats);
    a.optional("cues", t.cues);
    a.starts("starts", t.starts);
    a.extras(t.extras);
}

template <class A>
void describe(A& a, model::Sequence& s) {
    a.field("name", s.name);
    a.field("palette", s.palette);
    a.field("opening", s.opening);
    a.optional("bars", s.bars);
    a.optional("appIcon", s.appIcon);
    a.field("layers", s.layers);
    a.field("beats", s.beats);
    a.optional("gates", s.gates);
    a.optional("cues", s.cues);
    a.starts("starts", s.starts);
    a.optional("takes", s.takes);
    a.extras(s.extras);
}

}
