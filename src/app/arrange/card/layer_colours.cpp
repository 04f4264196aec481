// SPDX-License-Identifier: MIT
#include "app/arrange/card/clip_strip.h"
#include "app/arrange/card/colour_box.h"
#include "app/arrange/card/layer_form.h"
#include "app/widgets/theme.h"
#include "core/art/parts.h"
#include "core/base/overloads.h"
#include "core/model/limits.h"

#include <QLabel>

/// The part of LayerForm that says which colours a layer has.
namespace scaena::app {

using model::Layer;

namespace {

constexpr std::size_t kMostRecolourRows = 4;

ValueOf<model::ColourRef> inFill(model::ColourRef model::Fill::*member) {
    return [member](Layer& it) -> model::ColourRef* {
        auto* backdrop = it.as<model::BackdropContent>();
        return backdrop ? &(backdrop->fill.*member) : nullptr;
    };
}

}

void LayerForm::rebuildColours(const Layer& layer) {
    const auto row = [this](const char* name, const QString& label, bool allowsNone, auto value) {
        m_fields.colour(m_colours, name, label, allowsNone, value);
    };
    const auto filesColours = [this](const auto&) {
        addNoColours(tr("Its colours are those of its files."));
    };
    std::visit(Overloads{filesColours,
                         [&](const model::BackdropContent&) {
                             row("fillColour", tr("Colour"), false, inFill(&model::Fill::colour));
                             row("fillTo", tr("Gradient to"), true, inFill(&model::Fill::to));
                         },
                         [&](const model::TextContent&) {
                             row("textColour", tr("Colour"), false, in(&model::TextContent::colour));
                             addLineRows();
                         },
                         [&](const model::ClipContent& it) {
                             filesColours(it);
                             addHeading(tr("Frames"));
                             m_colours->addWide(new ClipStrip(m_actions, m_fields.id(), m_colours));
                         },
                         [&](const model::ShapeContent&) {
                             row("shapeColour", tr("Inside"), true, in(&model::ShapeContent::colour));
                             row("shapeTo", tr("Gradient to"), true, in(&model::ShapeContent::to));
                             row("strokeColour", tr("Outline"), true, in(&model::ShapeContent::strokeColour));
                         },
                         [&](const model::ProgressContent&) {
                             row("progressColour", tr("Reached"), false, in(&model::ProgressContent::colour));
                             row("trackColour", tr("Track"), true, in(&model::ProgressContent::track));
                         },
                         [&](const model::FirstScreenContent&) {
                             row("screenColour", tr("Background"), false,
                                 in(&model::FirstScreenContent::background));
                         },
                         [&](const model::ArtworkContent& it) { addDrawingColours(it); },
                         [&](const model::FooterContent& it) { addDrawingColours(it); },
                         [&](const model::GroupContent&) {
                             addNoColours(tr("Its members have colours of their own."));
                         }},
               layer.contents);
    m_colours->finish();
}

void LayerForm::addDrawingColours(const model::ArtContent& drawing) {
    const auto& known = m_actions.document().artFiles()->colours;
    if (const auto found = known.find(drawing.art); found != known.end()) {
        auto names = found->second->names;
        names.resize(std::min(names.size(), kMostRecolourRows));
        for (const auto& name : names) {
            addRecolourRow(name);
        }
    }
    if (!drawing.tint.empty() || hasCurrentColour(drawing)) {
        m_fields.colour(m_colours, "tint", tr("currentColor"), true, [](Layer& it) -> model::ColourRef* {
            auto* on = it.art();
            return on ? &on->tint : nullptr;
        });
    }
}

void LayerForm::addRecolourRow(const std::string& name) {
    auto* box = new ColourBox(QStringLiteral("recolour-") + QString::fromStdString(name).mid(1),
                              tr("as drawn"), this);
    box->setToolTip(tr("The colour %1 of the art follows this colour of the palette, by day and by night")
                        .arg(QString::fromStdString(name)));
    m_colours->addRow(swatch(parseHexColour(name).value_or(Colour{}), 12), QString::fromStdString(name), box);
    box->setAccessibleName(tr("Colour %1 of the art").arg(QString::fromStdString(name)));
    connect(box, &ColourBox::chosen, this, [this, name](const ColourId& id) {
        m_fields.apply(tr("recolour %1"), [&](Layer& it) {
            auto* on = it.art();
            if (on && id.empty()) {
                on->recolour.erase(name);
            } else if (on) {
                on->recolour[name] = id;
            }
        });
    });
    m_fields.reader([this, box, name](const Layer& it) {
        const auto* on = it.art();
        const auto found = on ? on->recolour.find(name) : decltype(on->recolour.find(name)){};
        const bool has = on && found != on->recolour.end();
        box->show(m_actions.document().sequence()->palette, has ? found->second : ColourId());
    });
}

/// Of what stands below the colours, where there is room.
void LayerForm::addHeading(const QString& text) {
    auto* heading = new QLabel(text, m_colours);
    heading->setProperty("heading", true);
    heading->setFont(uiFont(12, true));
    m_colours->addWide(heading);
}

void LayerForm::addLineRows() {
    using model::TextContent;
    addHeading(tr("Lines"));
    m_fields.number(m_colours, "wrapAt", tr("Broken at"), QStringLiteral("dp"), 0, model::limits::kFarthest,
                    in(&TextContent::wrapAt));
    m_colours->findChild<QWidget*>(QStringLiteral("wrapAt"))
        ->setToolTip(tr("Longer lines go on below; 0: only where you break them"));
    m_fields.words(m_colours, "textAlign", tr("Aligned"),
                   {tr("in the middle"), tr("at their start"), tr("at their end")}, in(&TextContent::align));
    m_fields.number(m_colours, "lineHeight", tr("Line height"), QStringLiteral("%"), 50, 300,
                    in(&TextContent::lineHeight));
    m_fields.number(m_colours, "letterSpacing", tr("Between letters"), QStringLiteral("%"), -20, 200,
                    in(&TextContent::spacing));
}

void LayerForm::addNoColours(const QString& why) {
    auto* none = new QLabel(why, this);
    none->setProperty("quiet", true);
    none->setWordWrap(true);
    m_colours->addWide(none);
}

/// Whether a colour for `currentColor` would be seen, by day or by night.
bool LayerForm::hasCurrentColour(const model::ArtContent& drawing) const {
    const auto& known = m_actions.document().artFiles()->colours;
    return std::any_of(known.begin(), known.end(), [&](const auto& it) {
        return (it.first == drawing.art || it.first == drawing.darkArt) && it.second->usesCurrentColour;
    });
}

}
