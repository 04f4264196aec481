// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_actions.h"

#include "app/widgets/background.h"
#include "app/widgets/phrasing.h"
#include "core/art/parts.h"
#include "core/edit/layer_edits.h"
#include "core/schedule/seam.h"
#include "core/start/dropped_file.h"
#include "render/art/decoder.h"
#include "render/text/fonts.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>
#include <cmath>

/// The part of ArrangeActions that makes and arranges layers.
namespace scaena::app {

using model::Layer;
using model::LayerKind;

namespace {

/// New art is as large as the opening can show of an icon.
constexpr double kNewArt = 160;

Size fitted(Size size, double side) {
    const double longest = std::max({size.width, size.height, 1e-6});
    return {std::max(1.0, std::round(size.width * side / longest)),
            std::max(1.0, std::round(size.height * side / longest))};
}

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
    const Id above = m_selection.kind() == Selection::Kind::Layer ? m_selection.id() : Id();
    Id made;
    auto next = edit::addLayer(sequence(), std::move(layer), above, made);
    apply(tr("add %1").arg(name), std::move(next));
    m_selection.select(Selection::Kind::Layer, made);
}

void ArrangeActions::addShape(model::ShapeForm form) {
    Layer layer;
    layer.kind = LayerKind::Shape;
    layer.shape.form = form;
    layer.shape.colour = form == model::ShapeForm::Line ? model::ColourRef() : colourFor("brand");
    place(layer, form == model::ShapeForm::Line ? Size{120, 4} : Size{120, 120});
    if (form == model::ShapeForm::Line) {
        layer.shape.strokeColour = colourFor("ink");
        layer.shape.strokeWidth = 4;
    }
    addLayerOf(std::move(layer), form == model::ShapeForm::Rectangle ? tr("Rectangle")
                                 : form == model::ShapeForm::Ellipse ? tr("Ellipse")
                                                                     : tr("Line"));
}

void ArrangeActions::addLayer(LayerKind kind) {
    Layer layer;
    layer.kind = kind;
    switch (kind) {
    case LayerKind::Text:
        layer.text.text = sequence().name;
        layer.text.colour = colourFor("ink");
        layer.text.size = 30;
        layer.text.bold = true;
        layer.place = {model::AnchorPoint::Centre, 0, 140, 300, 40};
        addLayerOf(std::move(layer), tr("Text"));
        break;
    case LayerKind::Progress:
        layer.progress.colour = colourFor("ink");
        layer.progress.track = colourFor("quiet");
        layer.place = {model::AnchorPoint::Bottom, 0, -96, 36, 36};
        layer.place.safeArea = true;
        addLayerOf(std::move(layer), tr("Progress"));
        break;
    case LayerKind::Backdrop:
        layer.fill.colour = colourFor("canvas");
        addLayerOf(std::move(layer), tr("Backdrop"));
        break;
    case LayerKind::Shape:
        addShape(model::ShapeForm::Rectangle);
        break;
    default:
        askForFiles();
    }
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
    Problems bad;
    Problems warnings;
    auto next = sequence();
    std::vector<Id> made;
    const auto* chosen = m_selection.kind() == Selection::Kind::Layer
                             ? model::findThing(std::as_const(next).layers, m_selection.id())
                             : nullptr;
    const Id chosenId = chosen ? chosen->id : Id();
    const LayerKind chosenKind = chosen ? chosen->kind : LayerKind::Group;
    std::map<std::string, Id> images; // rasters of one name are one layer in several densities
    for (const auto& file : files) {
        bad.insert(bad.end(), file.problems.begin(), file.problems.end());
        warnings.insert(warnings.end(), file.warnings.begin(), file.warnings.end());
        if (!file.problems.empty()) {
            continue;
        }
        if (file.kind == start::SourceKind::Font) {
            auto* text = chosenKind == LayerKind::Text ? model::findThing(next.layers, chosenId) : nullptr;
            if (!text || render::fontFamily(file.bytes).isEmpty()) {
                bad.push_back({ProblemKind::Unsupported,
                               text ? "is no font that can be read"
                                    : "is a font: select a text layer first, then drop it again",
                               file.path,
                               {}});
                continue;
            }
            text->text.fontFile = m_document.addFile(file.path, file.bytes);
            continue;
        }
        const auto path = m_document.addFile(file.path, file.bytes);
        if (file.kind == start::SourceKind::Raster && images.count(file.name) > 0) {
            model::findThing(next.layers, images[file.name])
                ->pictures.push_back({path, file.density, file.dark, {}});
            continue;
        }
        if (file.kind == start::SourceKind::Raster && chosenKind == LayerKind::Backdrop &&
            files.size() == 1) {
            auto* backdrop = model::findThing(next.layers, chosenId);
            backdrop->picture = backdrop->picture.value_or(model::BackdropPicture{});
            backdrop->picture->light = path;
            continue;
        }
        Layer layer;
        layer.name = file.name;
        const double longest = std::max(file.size.width, file.size.height);
        switch (file.kind) {
        case start::SourceKind::Raster:
            layer.kind = LayerKind::Image;
            layer.pictures = {{path, file.density, file.dark, {}}};
            place(layer, fitted(file.size, std::min(longest, kNewArt)));
            break;
        case start::SourceKind::Clip:
            layer.kind = LayerKind::Clip;
            layer.clip.path = path;
            layer.clip.stopAt = std::max(1, file.length);
            place(layer, fitted(file.size, 200));
            break;
        default:
            layer.kind = LayerKind::Artwork;
            layer.art = path;
            layer.tint = file.usesCurrentColour ? colourFor("ink") : model::ColourRef();
            place(layer, fitted(file.size, kNewArt));
        }
        Id id;
        next = edit::addLayer(std::move(next), std::move(layer), made.empty() ? chosenId : made.back(), id);
        images[file.name] = id;
        made.push_back(id);
    }
    if (next != sequence()) {
        const QString name = made.size() == 1
                                 ? tr("add %1").arg(toQString(
                                       model::findThing(std::as_const(next).layers, made.front())->name))
                             : made.empty() ? tr("change the files of %1").arg(nameOfLayer(chosenId))
                                            : tr("add %n layer(s)", nullptr, int(made.size()));
        apply(name, std::move(next));
        if (!made.empty()) {
            m_selection.select(Selection::Kind::Layer, made.back());
        }
    }
    if (!bad.empty()) {
        emit problems(tr("Not all files could be used"), bad);
    } else if (!warnings.empty()) {
        emit problems(tr("It is there, but some of it is not as it was drawn"), warnings);
    }
}

void ArrangeActions::groupSelected() {
    if (m_selection.kind() != Selection::Kind::Layer) {
        return;
    }
    Id made;
    auto next = edit::groupLayers(sequence(), m_selection.all(), made);
    if (!made.empty()) {
        apply(tr("group %n layer(s)", nullptr, int(m_selection.all().size())), std::move(next));
        m_selection.select(Selection::Kind::Layer, made);
    }
}

void ArrangeActions::ungroupSelected() {
    const Id id = m_selection.id();
    auto next = edit::ungroup(sequence(), id);
    if (next != sequence()) {
        const QString name = nameOfLayer(id);
        m_selection.clear();
        apply(tr("ungroup %1").arg(name), std::move(next));
    }
}

void ArrangeActions::takeApart() {
    const auto* layer = model::findThing(sequence().layers, m_selection.id());
    const auto art = layer ? m_document.shelf()->findArt(layer->art) : nullptr;
    std::vector<edit::ArtPart> parts;
    if (art && layer->kind == LayerKind::Artwork && layer->part.empty()) {
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
    Id made;
    const QString name = toQString(layer->name);
    apply(tr("take %1 apart").arg(name), edit::takeApart(sequence(), layer->id, parts, made));
    m_selection.select(Selection::Kind::Layer, made);
}

void ArrangeActions::toggleLock() {
    const auto* layer = model::findThing(sequence().layers, m_selection.id());
    if (layer) {
        const bool lock = !layer->locked;
        auto next = sequence();
        for (const auto& id : m_selection.all()) {
            next = edit::changeLayer(std::move(next), id, [&](Layer& it) { it.locked = lock; });
        }
        apply(lock ? tr("lock %1").arg(toQString(layer->name)) : tr("unlock %1").arg(toQString(layer->name)),
              std::move(next));
    }
}

void ArrangeActions::toggleHidden() {
    const auto* layer = model::findThing(sequence().layers, m_selection.id());
    if (layer) {
        const bool hide = !layer->hidden;
        auto next = sequence();
        for (const auto& id : m_selection.all()) {
            next = edit::changeLayer(std::move(next), id, [&](Layer& it) { it.hidden = hide; });
        }
        apply(hide ? tr("hide %1").arg(toQString(layer->name)) : tr("show %1").arg(toQString(layer->name)),
              std::move(next));
    }
}

void ArrangeActions::raise(int by) {
    const int index = model::indexOf(sequence().layers, m_selection.id());
    const int to = index + by;
    if (m_selection.kind() == Selection::Kind::Layer && index >= 0 && to >= 0 &&
        to < int(sequence().layers.size())) {
        const QString name = nameOfLayer(m_selection.id());
        apply(by > 0 ? tr("bring %1 forward").arg(name) : tr("send %1 back").arg(name),
              edit::reorderLayer(sequence(), m_selection.id(), static_cast<std::size_t>(to)));
    }
}

void ArrangeActions::setLandscapePlace(bool own) {
    const Id id = m_selection.id();
    apply(own ? tr("own landscape place for %1").arg(nameOfLayer(id))
              : tr("one place for %1").arg(nameOfLayer(id)),
          edit::changeLayer(sequence(), id, [&](Layer& it) {
              it.landscape = own ? std::optional(it.landscape.value_or(it.place)) : std::nullopt;
          }));
}

void ArrangeActions::mendSeam() { mendSeam(m_preview.conditions()); }

void ArrangeActions::mendSeam(schedule::Conditions conditions) {
    if (conditions.start == model::StartKind::Hot || conditions.start == model::StartKind::Recreated) {
        conditions.start = model::StartKind::Cold; // those show no opening
    }
    const auto target = QString::fromStdString(plan::targetOf(conditions.target).name);
    if (schedule::seamOf(sequence(), conditions).empty()) {
        QMessageBox::information(m_window, tr("The seam"),
                                 tr("On %1 nothing jumps where the app takes over.").arg(target));
        return;
    }
    auto mended = schedule::mendSeam(sequence(), conditions);
    const auto left = schedule::seamOf(mended, conditions);
    if (mended != sequence()) {
        apply(tr("mend the seam on %1").arg(target), std::move(mended));
    }
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
