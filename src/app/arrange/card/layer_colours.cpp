// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_form.h"
#include "core/art/parts.h"

#include <QLabel>

/// The part of LayerForm that says which colours a layer has.
namespace scaena::app {

using model::Layer;
using model::LayerKind;

/// Whether a colour for `currentColor` would be seen, by day or by night.
bool LayerForm::hasCurrentColour(const Layer& layer) const {
    const auto& shelf = *m_actions.document().shelf();
    for (const auto& path : {layer.art, layer.darkArt}) {
        const auto art = shelf.findArt(path);
        if (art && art::usesCurrentColour(*art)) {
            return true;
        }
    }
    return false;
}

void LayerForm::addRecolourRows(const Layer& layer) {
    const auto art = m_actions.document().shelf()->findArt(layer.art);
    if (!art) {
        return;
    }
    auto names = art::colourNames(*art);
    names.resize(std::min<std::size_t>(names.size(), 4));
    for (const auto& name : names) {
        auto* box = new ColourBox(QStringLiteral("recolour-") + QString::fromStdString(name).mid(1),
                                  tr("as drawn"), this);
        box->setToolTip(tr("The colour %1 of the art follows this colour of the palette, by day and by night")
                            .arg(QString::fromStdString(name)));
        m_colours->addRow(swatch(parseHexColour(name).value_or(Colour{}), 12), QString::fromStdString(name),
                          box);
        box->setAccessibleName(tr("Colour %1 of the art").arg(QString::fromStdString(name)));
        connect(box, &ColourBox::chosen, this, [this, name](const Id& id) {
            apply(tr("recolour %1"), [&](Layer& it) {
                if (id.empty()) {
                    it.recolour.erase(name);
                } else {
                    it.recolour[name] = id;
                }
            });
        });
        m_readers.push_back([this, box, name](const Layer& it) {
            const auto found = it.recolour.find(name);
            box->show(m_actions.document().sequence()->palette,
                      found == it.recolour.end() ? Id() : found->second);
        });
    }
}

void LayerForm::rebuildColours(const Layer& layer) {
    switch (layer.kind) {
    case LayerKind::Backdrop:
        colour(m_colours, "fillColour", tr("Colour"), false, [](Layer& it) -> Id& { return it.fill.colour; });
        colour(m_colours, "fillTo", tr("Gradient to"), true, [](Layer& it) -> Id& { return it.fill.to; });
        break;
    case LayerKind::Text:
        colour(m_colours, "textColour", tr("Colour"), false, [](Layer& it) -> Id& { return it.text.colour; });
        break;
    case LayerKind::Shape:
        colour(m_colours, "shapeColour", tr("Inside"), true,
               [](Layer& it) -> Id& { return it.shape.colour; });
        colour(m_colours, "shapeTo", tr("Gradient to"), true, [](Layer& it) -> Id& { return it.shape.to; });
        colour(m_colours, "strokeColour", tr("Outline"), true,
               [](Layer& it) -> Id& { return it.shape.strokeColour; });
        break;
    case LayerKind::Progress:
        colour(m_colours, "progressColour", tr("Reached"), false,
               [](Layer& it) -> Id& { return it.progress.colour; });
        colour(m_colours, "trackColour", tr("Track"), true,
               [](Layer& it) -> Id& { return it.progress.track; });
        break;
    case LayerKind::FirstScreen:
        colour(m_colours, "screenColour", tr("Background"), false,
               [](Layer& it) -> Id& { return it.firstScreen.background; });
        break;
    case LayerKind::Artwork:
    case LayerKind::FooterMark:
        addRecolourRows(layer);
        if (!layer.tint.empty() || hasCurrentColour(layer)) {
            colour(m_colours, "tint", tr("currentColor"), true, [](Layer& it) -> Id& { return it.tint; });
        }
        break;
    default: {
        auto* none = new QLabel(layer.kind == LayerKind::Group ? tr("Its members have colours of their own.")
                                                               : tr("Its colours are those of its files."),
                                this);
        none->setProperty("quiet", true);
        none->setWordWrap(true);
        m_colours->addWide(none);
    }
    }
    m_colours->finish();
}

}
