// SPDX-License-Identifier: MIT
#include "app/schema_ways.h"

namespace scaena::test {

Ways waysOfLayers() {
    using Tab = CardBox::Tab;
    return {
        {"layer.name",
         [](Walk& w) {
             w.layer("sun");
             w.words("layerName", "Star");
         }},
        {"layer.kind", [](Walk& w) { w.trigger("addText"); }},
        {"layer.shownWhen",
         [](Walk& w) {
             w.layer("sun");
             w.choose("shownWhen", 1);
         }},
        {"layer.group",
         [](Walk& w) {
             w.layer("sun");
             w.trigger("group");
         }},
        {"layer.hidden",
         [](Walk& w) {
             w.layer("sun");
             w.press("hideLayer");
         }},
        {"layer.locked",
         [](Walk& w) {
             w.layer("sun");
             w.press("lockLayer");
         }},
        {"layer.pivotX",
         [](Walk& w) {
             w.layer("sun");
             w.number("pivotX", "30");
         }},
        {"layer.pivotY",
         [](Walk& w) {
             w.layer("sun");
             w.number("pivotY", "30");
         }},
        {"layer.art",
         [](Walk& w) {
             w.layer("ridges");
             w.withFile(anySvg(), [&] { w.menu("layerFiles", "Replace"); });
         }},
        {"layer.darkArt",
         [](Walk& w) {
             w.layer("sun");
             w.withFile(anySvg(), [&] { w.press("darkArt"); });
         }},
        {"layer.part",
         [](Walk& w) {
             w.layer("ridges");
             w.trigger("takeApart");
         }},
        {"layer.tint",
         [](Walk& w) {
             w.useTinted();
             w.chooseOther("tint");
         }},
        {"layer.recolour",
         [](Walk& w) {
             w.layer("sun");
             w.chooseOther("recolour-FFD98A");
         }},
        {"layer.panelHeight",
         [](Walk& w) {
             w.layer("day-sky");
             w.number("panelHeight", "90");
         }},
        {"plate.colour",
         [](Walk& w) {
             w.opening();
             w.chooseOther("openingPlateColour");
         }},
        {"plate.diameter",
         [](Walk& w) {
             w.opening();
             w.chooseOther("openingPlateColour");
             w.number("openingPlateSize", "120");
         }},
        {"place.anchor",
         [](Walk& w) {
             w.layer("title");
             w.choose("anchorPoint", 0);
         }},
        {"place.x",
         [](Walk& w) {
             w.layer("title");
             w.number("layerX", "33");
             w.choose("xMeasure", 1);
         }},
        {"place.y",
         [](Walk& w) {
             w.layer("title");
             w.number("layerY", "33");
         }},
        {"place.width",
         [](Walk& w) {
             w.layer("sun");
             w.number("layerWidth", "99");
         }},
        {"place.height",
         [](Walk& w) {
             w.layer("sun");
             w.number("layerHeight", "99");
         }},
        {"place.turn",
         [](Walk& w) {
             w.layer("sun");
             w.number("layerTurn", "12");
         }},
        {"place.safeArea",
         [](Walk& w) {
             w.layer("title");
             w.tick("safeArea");
         }},
        {"copies.form",
         [](Walk& w) {
             w.layer("sun");
             w.choose("copiesForm", 1);
             w.choose("copiesForm", 2);
         }},
        {"copies.count",
         [](Walk& w) {
             w.layer("sun");
             w.choose("copiesForm", 1);
             w.number("copiesCount", "5");
         }},
        {"copies.columns",
         [](Walk& w) {
             w.layer("sun");
             w.choose("copiesForm", 2);
             w.number("copiesColumns", "2");
         }},
        {"copies.across",
         [](Walk& w) {
             w.layer("sun");
             w.choose("copiesForm", 1);
             w.number("copiesAcross", "33");
         }},
        {"copies.down",
         [](Walk& w) {
             w.layer("sun");
             w.choose("copiesForm", 1);
             w.number("copiesDown", "12");
         }},
        {"copies.radius",
         [](Walk& w) {
             w.layer("sun");
             w.choose("copiesForm", 3);
             w.number("copiesRadius", "77");
         }},
        {"copies.later",
         [](Walk& w) {
             w.layer("sun");
             w.choose("copiesForm", 1);
             w.number("copiesLater", "150");
         }},
        {"copies.turn",
         [](Walk& w) {
             w.layer("sun");
             w.choose("copiesForm", 1);
             w.number("copiesTurn", "15");
         }},
        {"copies.size",
         [](Walk& w) {
             w.layer("sun");
             w.choose("copiesForm", 1);
             w.number("copiesSize", "80");
         }},
        {"copies.opacity",
         [](Walk& w) {
             w.layer("sun");
             w.choose("copiesForm", 1);
             w.number("copiesOpacity", "70");
         }},
        {"fill.colour",
         [](Walk& w) {
             w.layer("day-sky");
             w.chooseOther("fillColour");
         }},
        {"fill.to",
         [](Walk& w) {
             w.layer("day-sky");
             w.chooseOther("fillTo");
         }},
        {"fill.angle",
         [](Walk& w) {
             w.layer("day-sky");
             w.number("fillAngle", "45");
         }},
        {"backdropPicture.light",
         [](Walk& w) {
             w.layer("day-sky");
             w.withFile(anyPng(), [&] { w.press("pictureLight"); });
         }},
        {"backdropPicture.dark",
         [](Walk& w) {
             w.layer("day-sky");
             w.withFile(anyPng(), [&] { w.press("pictureLight"); });
             w.withFile(anyPng(), [&] { w.press("pictureDark"); });
         }},
        {"backdropPicture.landscape",
         [](Walk& w) {
             w.layer("day-sky");
             w.withFile(anyPng(), [&] { w.press("pictureLight"); });
             w.withFile(anyPng(), [&] { w.press("pictureLandscape"); });
         }},
        {"backdropPicture.darkLandscape",
         [](Walk& w) {
             w.layer("day-sky");
             for (const char* which : {"pictureLight", "pictureLandscape", "pictureDarkLandscape"}) {
                 w.withFile(anyPng(), [&] { w.press(which); });
             }
         }},
        {"backdropPicture.fit",
         [](Walk& w) {
             w.layer("day-sky");
             w.withFile(anyPng(), [&] { w.press("pictureLight"); });
             w.choose("pictureFit", 1);
         }},
        {"text.text",
         [](Walk& w) {
             w.layer("a-text");
             w.lines("layerText", "Others");
         }},
        {"text.colour",
         [](Walk& w) {
             w.layer("a-text");
             w.chooseOther("textColour");
         }},
        {"text.size",
         [](Walk& w) {
             w.layer("a-text");
             w.number("textSize", "44");
         }},
        {"text.wrapAt",
         [](Walk& w) {
             w.layer("a-text");
             w.number("wrapAt", "90");
         }},
        {"text.align",
         [](Walk& w) {
             w.layer("a-text");
             w.choose("textAlign", 1);
         }},
        {"text.lineHeight",
         [](Walk& w) {
             w.layer("a-text");
             w.number("lineHeight", "120");
         }},
        {"text.spacing",
         [](Walk& w) {
             w.layer("a-text");
             w.number("letterSpacing", "5");
         }},
        {"text.typeface",
         [](Walk& w) {
             w.layer("a-text");
             w.choose("typeface", 2);
         }},
        {"text.bold",
         [](Walk& w) {
             w.layer("a-text");
             w.tick("bold");
         }},
        {"text.fontFile",
         [](Walk& w) {
             w.layer("a-text");
             w.withFile(firstIn("../resources/fonts", ".ttf"), [&] { w.press("ownFont"); });
         }},
        {"firstScreen.background",
         [](Walk& w) {
             w.tab(Tab::Screen);
             w.chooseOther("screenBackground");
         }},
        {"firstScreen.lightImage",
         [](Walk& w) {
             w.tab(Tab::Screen);
             w.withFile(anyPng(), [&] { w.press("screenshotDay"); });
         }},
        {"firstScreen.darkImage",
         [](Walk& w) {
             w.tab(Tab::Screen);
             w.withFile(anyPng(), [&] { w.press("screenshotDay"); });
             w.withFile(anyPng(), [&] { w.press("screenshotNight"); });
         }},
        {"blocks.kind",
         [](Walk& w) {
             w.tab(Tab::Screen);
             w.chooseOther("blockKind-0");
         }},
        {"blocks.height",
         [](Walk& w) {
             w.tab(Tab::Screen);
             w.number("blockHeight-0", "81");
         }},
        {"blocks.colour",
         [](Walk& w) {
             w.tab(Tab::Screen);
             w.chooseOther("blockColour-0");
         }},
        {"shape.form",
         [](Walk& w) {
             w.layer("a-shape");
             w.choose("shapeForm", 1);
         }},
        {"shape.colour",
         [](Walk& w) {
             w.layer("a-shape");
             w.chooseOther("shapeColour");
         }},
        {"shape.to",
         [](Walk& w) {
             w.layer("a-shape");
             w.chooseOther("shapeTo");
         }},
        {"shape.angle",
         [](Walk& w) {
             w.layer("a-shape");
             w.number("shapeAngle", "30");
         }},
        {"shape.corner",
         [](Walk& w) {
             w.layer("a-shape");
             w.number("corner", "9");
         }},
        {"shape.strokeColour",
         [](Walk& w) {
             w.layer("a-shape");
             w.chooseOther("strokeColour");
         }},
        {"shape.strokeWidth",
         [](Walk& w) {
             w.layer("a-shape");
             w.number("strokeWidth", "5");
         }},
        {"picture.path",
         [](Walk& w) {
             w.layer("an-image");
             w.withFile(anyPng(), [&] { w.menu("layerFiles", "Replace"); });
         }},
        {"picture.density",
         [](Walk& w) {
             w.layer("an-image");
             w.menu("layerFiles", "two.png > 3 ");
         }},
        {"picture.dark",
         [](Walk& w) {
             w.layer("an-image");
             w.menu("layerFiles", "two.png > For the night");
         }},
        {"progress.form",
         [](Walk& w) {
             w.layer("a-progress");
             w.choose("progressForm", 1);
         }},
        {"progress.colour",
         [](Walk& w) {
             w.layer("a-progress");
             w.chooseOther("progressColour");
         }},
        {"progress.track",
         [](Walk& w) {
             w.layer("a-progress");
             w.chooseOther("trackColour");
         }},
        {"progress.thickness",
         [](Walk& w) {
             w.layer("a-progress");
             w.number("thickness", "7");
         }},
        {"progress.gates",
         [](Walk& w) {
             w.layer("a-progress");
             w.menu("progressGates", "Huts");
         }},
        {"clip.path",
         [](Walk& w) {
             w.layer("a-clip");
             w.withFile(anyClip(), [&] { w.menu("layerFiles", "Replace"); });
         }},
        {"clip.darkPath",
         [](Walk& w) {
             w.layer("a-clip");
             w.withFile(anyClip(), [&] { w.menu("layerFiles", "Another one"); });
         }},
        {"clip.from",
         [](Walk& w) {
             w.layer("a-clip");
             w.number("clipFrom", "200");
         }},
        {"clip.stopAt",
         [](Walk& w) {
             w.layer("a-clip");
             w.number("clipStop", "700");
         }},
        {"clip.keep",
         [](Walk& w) {
             w.layer("a-clip");
             w.number("clipKeep", "300");
         }},
    };
}

}
