// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_form.h"
#include "app/arrange/card/pick_button.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/base/overloads.h"

#include <algorithm>

/// The part of LayerForm that says what a layer is.
namespace scaena::app {

using model::Layer;

namespace {

const QString kDp = QStringLiteral("dp");
const QString kDegrees = QStringLiteral("°");

}

void LayerForm::rebuildWhat(const Layer& layer) {
    m_fields.text(m_what, "layerName", tr("Name"), [](Layer& it) { return &it.name; });
    const auto nothing = [](const auto&) {};
    std::visit(Overloads{nothing, [this](const model::TextContent&) { addTextRows(); },
                         [this](const model::ShapeContent&) { addShapeRows(); },
                         [this](const model::ProgressContent&) { addProgressRows(); },
                         [this](const model::ClipContent&) { addClipRows(); },
                         [this](const model::BackdropContent& it) { addBackdropRows(it); }},
               layer.contents);
    m_fields.words<model::ShownWhen>(m_what, "shownWhen", tr("Shown"),
                                     {tr("always"), tr("when offline"), tr("as the message")},
                                     [](Layer& it) { return &it.shownWhen; });
    m_what->finish();
}

void LayerForm::addTextRows() {
    using model::TextContent;
    m_fields.lines(m_what, "layerText", tr("Text"), in(&TextContent::text));
    m_fields.number(m_what, "textSize", tr("Text size"), kDp, 1, 1000, in(&TextContent::size));
    m_fields.words(m_what, "typeface", tr("Typeface"), {tr("sans"), tr("serif"), tr("mono")},
                   in(&TextContent::typeface), [](Layer& it) { it.get<TextContent>().fontFile.clear(); });
    m_fields.check(m_what, "bold", tr("Bold"), in(&TextContent::bold));
}

void LayerForm::addShapeRows() {
    using model::ShapeContent;
    m_fields.words(m_what, "shapeForm", tr("Form"), {tr("rectangle"), tr("ellipse"), tr("line")},
                   in(&ShapeContent::form));
    m_fields.number(m_what, "corner", tr("Corner"), kDp, 0, 4000, in(&ShapeContent::corner));
    m_fields.number(m_what, "strokeWidth", tr("Outline"), kDp, 0, 1000, in(&ShapeContent::strokeWidth));
    m_fields.number(m_what, "shapeAngle", tr("Gradient turned"), kDegrees, -360, 360,
                    in(&ShapeContent::angle));
}

void LayerForm::addProgressRows() {
    using model::ProgressContent;
    m_fields.words(m_what, "progressForm", tr("Form"), {tr("ring"), tr("bar"), tr("dots")},
                   in(&ProgressContent::form));
    m_fields.number(m_what, "thickness", tr("Thickness"), kDp, 0.5, 200, in(&ProgressContent::thickness));
    addGateRow();
}

void LayerForm::addClipRows() {
    using model::ClipContent;
    /// A clip's times keep their order: it stops after it began.
    const auto time = [this](const char* name, const QString& label, auto get, auto set) {
        m_fields.time(
            m_what, name, label,
            [get](const Layer& it) {
                const auto* clip = it.as<ClipContent>();
                return clip ? get(*clip) : 0;
            },
            [set](Layer& it, Millis v) {
                if (auto* clip = it.as<ClipContent>()) {
                    set(*clip, v);
                    clip->stopAt = std::max(clip->stopAt, clip->from + 1);
                }
            });
    };
    time(
        "clipFrom", tr("Plays from"), [](const ClipContent& it) { return it.from; },
        [](ClipContent& it, Millis v) { it.from = v; });
    time(
        "clipStop", tr("Stops at"), [](const ClipContent& it) { return it.stopAt; },
        [](ClipContent& it, Millis v) { it.stopAt = v; });
    time(
        "clipKeep", tr("Then keeps"), [](const ClipContent& it) { return it.keep.value_or(it.stopAt); },
        [](ClipContent& it, Millis v) {
            it.keep = v == it.stopAt ? std::optional<Millis>() : v; // as without one
        });
}

void LayerForm::addBackdropRows(const model::BackdropContent& backdrop) {
    using model::BackdropContent;
    m_fields.number(m_what, "fillAngle", tr("Gradient turned"), kDegrees, -360, 360,
                    [](Layer& it) -> double* {
                        auto* on = it.as<BackdropContent>();
                        return on ? &on->fill.angle : nullptr;
                    });
    m_fields.number(m_what, "panelHeight", tr("Header height"), kDp, 0, 4000,
                    in(&BackdropContent::panelHeight));
    if (backdrop.picture) {
        m_fields.words<model::Fit>(m_what, "pictureFit", tr("Picture"),
                                   {tr("fills the screen"), tr("is seen whole")},
                                   [](Layer& it) -> model::Fit* {
                                       auto* on = it.as<BackdropContent>();
                                       return on && on->picture ? &on->picture->fit : nullptr;
                                   });
    }
}

/// What a progress layer shows: everything that is needed, or some gates.
void LayerForm::addGateRow() {
    auto* box = new PickButton(QStringLiteral("progressGates"), this);
    m_what->addRow(tr("Bound to"), box);
    const auto change = [this](const std::function<void(std::vector<GateId>&)>& edit) {
        m_fields.apply(tr("gates of %1"), [&](Layer& it) {
            if (auto* progress = it.as<model::ProgressContent>()) {
                edit(progress->gates);
            }
        });
    };
    connect(box, &PickButton::picked, this, [change](const std::string& id, bool bound) {
        change([&](std::vector<GateId>& gates) {
            std::erase(gates, GateId(id));
            if (bound) {
                gates.push_back(GateId(id));
            }
        });
    });
    connect(box, &PickButton::cleared, this,
            [change] { change([](std::vector<GateId>& gates) { gates.clear(); }); });
    m_fields.reader([this, box](const Layer& it) {
        const auto* progress = it.as<model::ProgressContent>();
        if (!progress) {
            return;
        }
        std::vector<PickButton::Entry> entries;
        for (const auto& gate : m_actions.document().sequence()->gates) {
            entries.push_back({gate.id,
                               toQString(gate.name),
                               std::ranges::find(progress->gates, gate.id) != progress->gates.end(),
                               true,
                               {}});
        }
        box->show(entries, tr("all that is needed"));
    });
}

}
