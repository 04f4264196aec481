// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_actions.h"

#include "app/widgets/background.h"
#include "app/widgets/phrasing.h"
#include "core/art/parts.h"
#include "core/check/rules.h"
#include "core/edit/layer_edits.h"
#include "core/schedule/seam.h"
#include "core/start/use_files.h"
#include "render/art/decoder.h"
#include "render/text/fonts.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>
#include <cmath>

/// The part of ArrangeActions that makes and arranges layers.
namespace scaena::app {

using model::Layer;

namespace {

void place(Layer& layer, Size size) {
    layer.place.width = size.width;
    layer.place.height = size.height;
}

}

model::ColourRef ArrangeActions::colourFor(const char* wish) const {
    const auto& palette = sequence().palette;
    if (model::find(palette, wish)) {
        return wish;
    }
    return palette.empty() ? model::ColourRef() : palette.back().id;
}

void ArrangeActions::addLayerOf(Layer layer, const QString& name) {
    layer.name = name.toStdString();
    const LayerId above = m_selection.layer();
    LayerId made;
    auto next = edit::addLayer(sequence(), std::move(layer), above, made);
    apply(tr("add %1").arg(name), std::move(next));
    m_selection.select(Selection::Kind::Layer, made);
}

void ArrangeActions::addShape(model::ShapeForm form) {
    Layer layer;
    auto& shape = layer.contents.emplace<model::ShapeContent>();
    shape.form = form;
    shape.colour = form == model::ShapeForm::Line ? model::ColourRef() : colourFor("brand");
    place(layer, form == model::ShapeForm::Line ? Size{120, 4} : Size{120, 120});
    if (form == model::ShapeForm::Line) {
        shape.strokeColour = colourFor("ink");
        shape.strokeWidth = 4;
    }
    addLayerOf(std::move(layer), form == model::ShapeForm::Rectangle ? tr("Rectangle")
                                 : form == model::ShapeForm::Ellipse ? tr("Ellipse")
                                                                     : tr("Line"));
}

void ArrangeActions::addText() {
    Layer layer;
    auto& text = layer.contents.emplace<model::TextContent>();
    text.text = sequence().name;
    text.colour = colourFor("ink");
    text.size = 30;
    text.bold = true;
    layer.place = {model::AnchorPoint::Centre, 0, 140, 300, 40};
    addLayerOf(std::move(layer), tr("Text"));
}

void ArrangeActions::addProgress() {
    Layer layer;
    auto& progress = layer.contents.emplace<model::ProgressContent>();
    progress.colour = colourFor("ink");
    progress.track = colourFor("quiet");
    layer.place = {model::AnchorPoint::Bottom, 0, -96, 36, 36};
    layer.place.safeArea = true;
    addLayerOf(std::move(layer), tr("Progress"));
}

void ArrangeActions::addBackdrop() {
    Layer layer;
    layer.contents = model::BackdropContent{.fill = {.colour = colourFor("canvas")}};
    addLayerOf(std::move(layer), tr("Backdrop"));
}

void ArrangeActions::askForFiles() {
    const auto paths =
        QFileDialog::getOpenFileNames(m_window, tr("Add art, pictures or clips"), {},
                                      tr("Art, pictures, clips (*.svg *.pdf *.xml *.png *.jpg *.jpeg *.webp "
                                         "*.json);;Fonts (*.ttf *.otf);;All files (*)"));
    if (!paths.isEmpty()) {
        addFiles(paths);
    }
}

void ArrangeActions::addFiles(const QStringList& paths) {
    m_background.run<std::vector<start::DroppedFile>>(
        tr("Reading %n file(s) …", nullptr, int(paths.size())),
        [paths](const std::atomic<bool>& stop) {
            const render::QtDecoder decoder;
            std::vector<start::DroppedFile> files;
            for (const auto& path : paths) {
                if (!stop) {
                    files.push_back(start::readDropped(DiskFiles(), path.toStdString(), decoder));
                }
            }
            return files;
        },
        [this](const std::vector<start::DroppedFile>& files) { useFiles(files); });
}

/// Makes layers of them, or gives them to the selected layer.
void ArrangeActions::useFiles(const std::vector<start::DroppedFile>& files) {
    const LayerId chosen = m_selection.layer();
    start::FileUse use;
    use.keep = [this](const std::string& path, const std::string& bytes) {
        return m_document.addFile(path, bytes);
    };
    use.isFont = [](const std::string& bytes) { return !render::fontFamily(bytes).isEmpty(); };
    use.ink = colourFor("ink");
    auto used = start::useFiles(sequence(), files, chosen, use);
    if (used.sequence != sequence()) {
        const auto& made = used.made;
        const auto& layers = std::as_const(used.sequence).layers;
        const QString name = made.size() == 1
                                 ? tr("add %1").arg(toQString(model::findThing(layers, made.front())->name))
                             : made.empty() ? tr("change the files of %1").arg(nameOfLayer(chosen))
                                            : tr("add %n layer(s)", nullptr, int(made.size()));
        apply(name, std::move(used.sequence));
        if (!made.empty()) {
            m_selection.select(Selection::Kind::Layer, made.back());
        }
    }
    if (!used.problems.empty()) {
        emit problems(tr("Not all files could be used"), used.problems);
    } else if (!used.warnings.empty()) {
        emit problems(tr("It is there, but some of it is not as it was drawn"), used.warnings);
    }
}

void ArrangeActions::groupSelected() {
    if (m_selection.kind() != Selection::Kind::Layer) {
        return;
    }
    LayerId made;
    auto next = edit::groupLayers(sequence(), m_selection.layers(), made);
    if (!made.empty()) {
        apply(tr("group %n layer(s)", nullptr, int(m_selection.all().size())), std::move(next));
        m_selection.select(Selection::Kind::Layer, made);
    }
}

void ArrangeActions::ungroupSelected() {
    const LayerId id = m_selection.layer();
    auto next = edit::ungroup(sequence(), id);
    if (next != sequence()) {
        const QString name = nameOfLayer(id);
        m_selection.clear();
        apply(tr("ungroup %1").arg(name), std::move(next));
    }
}

void ArrangeActions::takeApart() {
    const auto* layer = model::findThing(sequence().layers, m_selection.layer());
    const auto* drawing = layer ? layer->as<model::ArtworkContent>() : nullptr;
    const auto art = drawing ? m_document.artFiles()->findArt(drawing->art) : nullptr;
    std::vector<edit::ArtPart> parts;
    if (art && drawing->part.empty()) {
        for (const auto& part : art::partsOf(*art)) {
            const Point middle = part.bounds.centre();
            parts.push_back({part.id,
                             {(middle.x - art->viewBox.x) / std::max(1e-6, art->viewBox.width),
                              (middle.y - art->viewBox.y) / std::max(1e-6, art->viewBox.height)}});
        }
    }
    if (parts.empty()) {
        emit problems(tr("This layer cannot be taken apart"),
                      {{ProblemKind::Unsupported,
                        "select an artwork whose SVG file has groups or shapes with an id; each becomes a "
                        "layer of its own",
                        {},
                        {}}});
        return;
    }
    LayerId made;
    const QString name = toQString(layer->name);
    apply(tr("take %1 apart").arg(name), edit::takeApart(sequence(), layer->id, parts, made));
    m_selection.select(Selection::Kind::Layer, made);
}

void ArrangeActions::toggleLock() {
    const auto* layer = model::findThing(sequence().layers, m_selection.layer());
    if (layer) {
        const bool lock = !layer->locked;
        auto next = sequence();
        for (const auto& id : m_selection.layers()) {
            next = edit::changeLayer(std::move(next), id, [&](Layer& it) { it.locked = lock; });
        }
        apply(lock ? tr("lock %1").arg(toQString(layer->name)) : tr("unlock %1").arg(toQString(layer->name)),
              std::move(next));
    }
}

void ArrangeActions::toggleHidden() {
    const auto* layer = model::findThing(sequence().layers, m_selection.layer());
    if (layer) {
        const bool hide = !layer->hidden;
        auto next = sequence();
        for (const auto& id : m_selection.layers()) {
            next = edit::changeLayer(std::move(next), id, [&](Layer& it) { it.hidden = hide; });
        }
        apply(hide ? tr("hide %1").arg(toQString(layer->name)) : tr("show %1").arg(toQString(layer->name)),
              std::move(next));
    }
}

void ArrangeActions::raise(int by) {
    const int index = model::indexOf(sequence().layers, m_selection.layer());
    const int to = index + by;
    if (index >= 0 && to >= 0 && to < int(sequence().layers.size())) {
        const QString name = nameOfLayer(m_selection.layer());
        apply(by > 0 ? tr("bring %1 forward").arg(name) : tr("send %1 back").arg(name),
              edit::reorderLayer(sequence(), m_selection.layer(), static_cast<std::size_t>(to)));
    }
}

void ArrangeActions::setLandscapePlace(bool own) {
    const LayerId id = m_selection.layer();
    apply(own ? tr("own landscape place for %1").arg(nameOfLayer(id))
              : tr("one place for %1").arg(nameOfLayer(id)),
          edit::changeLayer(sequence(), id, [&](Layer& it) {
              it.landscape = own ? std::optional(it.landscape.value_or(it.place)) : std::nullopt;
          }));
}

void ArrangeActions::mendSeam() {
    auto conditions = m_preview.conditions();
    if (conditions.start == model::StartKind::Hot || conditions.start == model::StartKind::Recreated) {
        conditions.start = model::StartKind::Cold; // those show no opening
    }
    const auto target = QString::fromStdString(plan::targetOf(conditions.target).name);
    if (schedule::seamOf(sequence(), conditions).empty()) {
        QMessageBox::information(m_window, tr("The seam"),
                                 tr("On %1 nothing jumps where the app takes over.").arg(target));
        return;
    }
    check::Finding finding;
    finding.rule = "seam";
    finding.remedy = check::seamRemedy(conditions);
    m_document.mend(finding);
    const auto left = schedule::seamOf(sequence(), conditions);
    if (!left.empty()) {
        QStringList lines;
        for (const auto& gap : left) {
            lines << QString::fromStdString(schedule::describe(sequence(), gap));
        }
        QMessageBox::information(m_window, tr("The seam"),
                                 tr("Only %1 decides the rest:").arg(target) + QStringLiteral("\n\n") +
                                     lines.join(QLatin1Char('\n')));
    }
}

}
