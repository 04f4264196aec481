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

/// A thing with nothing said about it: only what differs from it is written.
template <class Thing>
const Thing& standard() {
    static const Thing thing;
    return thing;
}

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
    a.optional("iconX", o.iconShift.x, standard<model::Opening>().iconShift.x);
    a.optional("iconY", o.iconShift.y, standard<model::Opening>().iconShift.y);
    a.optional("footer", o.footer);
    a.optional("layers", o.layers);
    a.extras(o.extras);
}

template <class A>
void describe(A& a, model::AppIcon& i) {
    a.optional("layer", i.layer);
    a.optional("colour", i.colour);
    a.optional("size", i.size, standard<model::AppIcon>().size);
    a.extras(i.extras);
}

template <class A>
void describe(A& a, model::SystemBars& b) {
    a.optional("shown", b.shown, standard<model::SystemBars>().shown);
    a.optional("content", b.content, standard<model::SystemBars>().content);
    a.extras(b.extras);
}

/// One key for a way and what it is told in: programs that know dp alone refuse it rather than misread it.
template <class A>
void placeWay(A& a, const char* key, double& value, model::PlaceMeasure& measure) {
    model::PlaceWay way{value, measure};
    a.optional(key, way, model::PlaceWay());
    if (way != model::PlaceWay{value, measure}) { // it was read
        value = way.value;
        measure = way.measure;
    }
}

template <class A>
void describe(A& a, model::Place& p) {
    a.optional("anchor", p.anchor, standard<model::Place>().anchor);
    placeWay(a, "x", p.x, p.xMeasure);
    placeWay(a, "y", p.y, p.yMeasure);
    a.field("width", p.width);
    a.field("height", p.height);
    a.optional("turn", p.turn, standard<model::Place>().turn);
    a.optional("safeArea", p.safeArea, standard<model::Place>().safeArea);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::Copies& c) {
    const auto& rest = standard<model::Copies>();
    a.field("form", c.form);
    a.field("count", c.count);
    a.optional("columns", c.columns, rest.columns);
    a.optional("across", c.across, rest.across);
    a.optional("down", c.down, rest.down);
    a.optional("radius", c.radius, rest.radius);
    a.optional("later", c.later, rest.later);
    a.optional("turn", c.turn, rest.turn);
    a.optional("size", c.size, rest.size);
    a.optional("opacity", c.opacity, rest.opacity);
    a.extras(c.extras);
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
    a.optional("angle", f.angle, standard<model::Fill>().angle);
    a.extras(f.extras);
}

template <class A>
void describe(A& a, model::TextContent& t) {
    a.field("text", t.text);
    a.field("colour", t.colour);
    a.field("size", t.size);
    a.optional("typeface", t.typeface, standard<model::TextContent>().typeface);
    a.optional("bold", t.bold, standard<model::TextContent>().bold);
    a.optional("wrapAt", t.wrapAt, standard<model::TextContent>().wrapAt);
    a.optional("align", t.align, standard<model::TextContent>().align);
    a.optional("lineHeight", t.lineHeight, standard<model::TextContent>().lineHeight);
    a.optional("spacing", t.spacing, standard<model::TextContent>().spacing);
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
    a.optional("angle", s.angle, standard<model::ShapeContent>().angle);
    a.optional("corner", s.corner, standard<model::ShapeContent>().corner);
    a.optional("strokeColour", s.strokeColour);
    a.optional("strokeWidth", s.strokeWidth, standard<model::ShapeContent>().strokeWidth);
    a.extras(s.extras);
}

template <class A>
void describe(A& a, model::Picture& p) {
    a.field("path", p.path);
    a.optional("density", p.density, standard<model::Picture>().density);
    a.optional("dark", p.dark, standard<model::Picture>().dark);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::BackdropPicture& p) {
    a.field("light", p.light);
    a.optional("dark", p.dark);
    a.optional("landscape", p.landscape);
    a.optional("darkLandscape", p.darkLandscape);
    a.optional("fit", p.fit, standard<model::BackdropPicture>().fit);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::ProgressContent& p) {
    a.field("form", p.form);
    a.field("colour", p.colour);
    a.optional("track", p.track);
    a.optional("thickness", p.thickness, standard<model::ProgressContent>().thickness);
    a.optional("gates", p.gates);
    a.extras(p.extras);
}

template <class A>
void describe(A& a, model::ClipContent& c) {
    a.field("path", c.path);
    a.optional("darkPath", c.darkPath);
    a.optional("from", c.from, standard<model::ClipContent>().from);
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
    a.optional("hidden", l.hidden, standard<model::Layer>().hidden);
    a.optional("locked", l.locked, standard<model::Layer>().locked);
    a.optional("shownWhen", l.shownWhen, standard<model::Layer>().shownWhen);
    std::visit([&](auto& contents) { describeContent(a, contents); }, l.contents);
    if (!model::coversScreen(kind)) {
        a.field("place", l.place);
        a.optional("landscape", l.landscape);
        a.optional("destination", l.destination);
        a.optional("pivotX", l.pivot.x, standard<model::Layer>().pivot.x);
        a.optional("pivotY", l.pivot.y, standard<model::Layer>().pivot.y);
        a.optional("copies", l.copies);
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
    a.optional("atLeast", b.atLeast, standard<model::Beat>().atLeast);
    a.optional("atMost", b.atMost);
    a.optional("onTimeOut", b.onTimeOut, standard<model::Beat>().onTimeOut);
    a.optional("yield", b.yield, standard<model::Beat>().yield);
    a.optional("blend", b.blend, standard<model::Beat>().blend);
    a.extras(b.extras);
}

template <class A>
void describe(A& a, model::Gate& g) {
    a.field("id", g.id);
    a.field("name", g.name);
    a.optional("start", g.start, standard<model::Gate>().start);
    a.optional("beat", g.beat);
    a.optional("needs", g.needs);
    a.field("typical", g.typical);
    a.field("fast", g.fast);
    a.field("slow", g.slow);
    a.optional("timeOut", g.timeOut);
    a.optional("onTimeOut", g.onTimeOut, standard<model::Gate>().onTimeOut);
    a.optional("optional", g.optional, standard<model::Gate>().optional);
    a.extras(g.extras);
}

template <class A>
void describe(A& a, model::CueAnchor& c) {
    a.optional("kind", c.kind, standard<model::CueAnchor>().kind);
    a.optional("cue", c.cue);
    a.optional("offset", c.offset, standard<model::CueAnchor>().offset);
    a.extras(c.extras);
}

template <class A>
void describe(A& a, model::Repeat& r) {
    a.optional("times", r.times, standard<model::Repeat>().times);
    a.optional("whileWaiting", r.whileWaiting, standard<model::Repeat>().whileWaiting);
    a.optional("alternate", r.alternate, standard<model::Repeat>().alternate);
    a.optional("end", r.end, standard<model::Repeat>().end);
    a.optional("settle", r.settle, standard<model::Repeat>().settle);
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
    a.optional("composite", c.composite, standard<model::Cue>().composite);
    a.optional("reduced", c.reduced, standard<model::Cue>().reduced);
    a.optional("continues", c.continues, false);
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
