// SPDX-License-Identifier: MIT
#include "app/arrange/arrange_actions.h"

#include "app/arrange/icons_dialog.h"
#include "app/widgets/background.h"
#include "app/widgets/chooser.h"
#include "app/widgets/phrasing.h"
#include "core/art/parts.h"
#include "core/art/write_svg.h"
#include "core/check/rules.h"
#include "core/edit/edits.h"
#include "core/edit/layer_edits.h"
#include "core/edit/opening_edits.h"
#include "core/model/limits.h"
#include "core/project/layers_together.h"
#include "core/schedule/seam.h"
#include "core/start/use_files.h"
#include "render/art/clip_pictures.h"
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

constexpr double kStillDensity = 3; // the finest of iOS, and between the finest two of Android

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

void ArrangeActions::chooseBusySign() {
    std::vector<Choice> choices;
    for (std::size_t i = 0; i < edit::kBusySigns; ++i) {
        const auto& info = edit::busySignInfo(static_cast<edit::BusySign>(i));
        choices.push_back({toQString(info.name), toQString(info.does), true, {}});
    }
    const int chosen = Chooser::choose(m_window, tr("What shows that something is under way?"), choices);
    if (chosen >= 0) {
        addBusySign(static_cast<edit::BusySign>(chosen));
    }
}

void ArrangeActions::addBusySign(edit::BusySign sign) {
    const auto& beats = sequence().beats;
    const auto isWait = [&](int index) {
        return index >= 0 && beats[static_cast<std::size_t>(index)].kind == model::BeatKind::Wait;
    };
    int wait = m_selection.kind() == Selection::Kind::Beat ? model::indexOf(beats, m_selection.beat()) : -1;
    wait = isWait(wait) ? wait : m_preview.schedule()->beatAt(std::max(0.0, m_preview.time()));
    for (int i = 0; !isWait(wait) && i < static_cast<int>(beats.size()); ++i) {
        wait = isWait(i) ? i : wait;
    }
    if (!isWait(wait)) {
        emit problems(tr("Nothing is waited for yet"),
                      {{ProblemKind::Unsupported,
                        "a busy sign lasts as long as a wait: press G for a gate, which brings a wait with "
                        "it, and add the sign again",
                        {},
                        {}}});
        return;
    }
    edit::BusyMaterial material{colourFor("ink"), colourFor("quiet"), {}, layerForCue()};
    if (sign == edit::BusySign::Ring) {
        material.ringArt = m_document.addFile("art/busy-ring.svg", std::string(edit::busyRingArt()));
    }
    LayerId made;
    auto next = edit::addBusySign(sequence(), sign, beats[static_cast<std::size_t>(wait)].id, material, made);
    if (made.empty()) {
        emit problems(tr("Nothing can breathe here"),
                      {{ProblemKind::Unsupported,
                        "select the layer that is to breathe, and add the sign again",
                        {},
                        {}}});
        return;
    }
    apply(tr("add a busy sign: %1").arg(toQString(edit::busySignInfo(sign).name).toLower()), std::move(next));
    m_selection.select(Selection::Kind::Layer, made);
}

void ArrangeActions::addBackdrop() {
    Layer layer;
    layer.contents = model::BackdropContent{.fill = {.colour = colourFor("canvas")}};
    addLayerOf(std::move(layer), tr("Backdrop"));
}

void ArrangeActions::askForFiles() {
    const auto paths = QFileDialog::getOpenFileNames(
        m_window, tr("Add art, pictures or clips"), {},
        tr("Art, pictures, clips (*.svg *.pdf *.xml *.png *.jpg *.jpeg *.webp *.gif *.lottie *.zip "
           "*.json);;Fonts (*.ttf *.otf);;All files (*)"));
    if (!paths.isEmpty()) {
        addFiles(paths);
    }
}

void ArrangeActions::chooseThemeIcon() {
    IconsDialog dialog(IconsDialog::usualBases(), "/usr/share/doc", m_window);
    if (dialog.exec() == QDialog::Accepted && dialog.chosen()) {
        addThemeIcon(*dialog.chosen(), dialog.licence());
    }
}

void ArrangeActions::addThemeIcon(const start::ThemeIcon& icon, const start::IconLicence& licence) {
    m_background.run<start::DroppedFile>(
        tr("Reading the icon …"),
        [icon, licence](const std::atomic<bool>&) {
            const auto svg = DiskFiles().read(icon.file, model::limits::kArtBytes);
            MemoryFiles files; // with its licence in it
            const auto path = "/" + icon.name + ".svg";
            files.contents[path] = svg ? start::withOrigin(*svg, icon, licence) : std::string();
            auto file = start::readDropped(files, path, render::QtDecoder());
            file.problems = svg ? file.problems : svg.error();
            return file;
        },
        [this](const start::DroppedFile& file) {
            m_selection.clear(); // a layer of its own, whatever is selected
            useFiles({file}, {});
        });
}

void ArrangeActions::addFiles(const QStringList& paths) { readFiles(paths, {}); }

void ArrangeActions::addFilesFor(const QStringList& paths, const WithLayer& then) { readFiles(paths, then); }

void ArrangeActions::readFiles(const QStringList& paths, const WithLayer& then) {
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
        [this, then](const std::vector<start::DroppedFile>& files) { useFiles(files, then); });
}

/// Makes layers of them, or gives them to the selected layer.
void ArrangeActions::useFiles(const std::vector<start::DroppedFile>& files, const WithLayer& then) {
    const LayerId chosen = then ? LayerId() : m_selection.layer();
    start::FileUse use;
    use.keep = [this](const std::string& path, const std::string& bytes) {
        return m_document.addFile(path, bytes);
    };
    use.isFont = [](const std::string& bytes) { return !render::fontFamily(bytes).isEmpty(); };
    use.ink = colourFor("ink");
    auto used = start::useFiles(sequence(), files, chosen, use);
    if (then && !used.made.empty()) {
        used.sequence = then(std::move(used.sequence), used.made.back());
    }
    if (used.sequence != sequence()) {
        const auto& made = used.made;
        const auto& layers = std::as_const(used.sequence).layers;
        const QString name = made.size() == 1
                                 ? tr("add %1").arg(toQString(model::findThing(layers, made.front())->name))
                             : made.empty() ? tr("change the files of %1").arg(nameOfLayer(chosen))
                                            : tr("add %n layer(s)", nullptr, int(made.size()));
        apply(name, std::move(used.sequence));
        if (!made.empty() && !then) {
            m_selection.select(Selection::Kind::Layer, made.back());
        }
    }
    if (!used.problems.empty()) {
        emit problems(tr("Not all files could be used"), used.problems);
    } else if (!used.warnings.empty()) {
        emit problems(tr("It is there, but some of it is not as it was drawn"), used.warnings);
    }
}

void ArrangeActions::withFrame(const LayerId& id, Millis at, const std::string& as,
                               std::function<void(const edit::ClipStill&)> then) {
    const auto* layer = model::findThing(sequence().layers, id);
    const auto* clip = layer ? layer->as<model::ClipContent>() : nullptr;
    if (!clip) {
        return;
    }
    const auto bytesOf = [this](const std::string& path) -> render::Bytes {
        const auto& files = m_document.artFiles()->files;
        const auto found = files.find(path);
        return found == files.end() ? nullptr : found->second;
    };
    using Frames = std::array<std::string, 2>;
    m_background.run<Frames>(
        tr("Taking the frame …"),
        [light = bytesOf(clip->path), dark = bytesOf(clip->darkPath), at,
         box = layer->place](const std::atomic<bool>&) {
            return Frames{render::clipFrame(light, at, {box.width, box.height}, kStillDensity),
                          render::clipFrame(dark, at, {box.width, box.height}, kStillDensity)};
        },
        [this, as, then = std::move(then), name = start::plainStem(clip->path)](const Frames& frames) {
            if (frames[0].empty()) {
                emit problems(tr("There is no frame"),
                              {{ProblemKind::Unreadable, "cannot be drawn, so it has no frames", name, {}}});
                return;
            }
            edit::ClipStill still{
                m_document.addFile("images/" + name + "-" + as + ".png", frames[0]), {}, kStillDensity};
            if (!frames[1].empty()) {
                still.dark = m_document.addFile("images/" + name + "-" + as + "-night.png", frames[1]);
            }
            then(still);
        });
}

void ArrangeActions::openWithClip(const LayerId& id) {
    const auto* layer = model::findThing(sequence().layers, id);
    const auto* clip = layer ? layer->as<model::ClipContent>() : nullptr;
    withFrame(id, clip ? clip->from : 0, "first", [this, id](const edit::ClipStill& still) {
        LayerId made;
        auto next = edit::openWithClip(sequence(), id, still, made);
        if (!made.empty()) {
            apply(tr("begin the opening with %1").arg(nameOfLayer(id)), std::move(next));
        }
    });
}

void ArrangeActions::takeClipFrame(const LayerId& id, Millis at) {
    withFrame(id, at, "at-" + std::to_string(at), [this, id](const edit::ClipStill& still) {
        LayerId made;
        auto next = edit::addClipFrame(sequence(), id, still, made);
        if (!made.empty()) {
            apply(tr("take a frame of %1").arg(nameOfLayer(id)), std::move(next));
            m_selection.select(Selection::Kind::Layer, made);
        }
    });
}

void ArrangeActions::fitPlaying(const LayerId& id) {
    const auto& schedule = *m_preview.schedule();
    auto next = sequence();
    for (std::size_t i = 0; i < sequence().cues.size(); ++i) {
        const auto& cue = sequence().cues[i];
        const auto& span = schedule.cues[i];
        if (cue.layer != id || cue.move.kind != model::MoveKind::Play || cue.repeat.whileWaiting ||
            span.dropped()) {
            continue;
        }
        const auto& beat =
            schedule.beats[static_cast<std::size_t>(model::indexOf(sequence().beats, cue.beat))];
        if (beat.played && !beat.endless() && beat.end > span.start) {
            next = edit::setCueLength(std::move(next), cue.id,
                                      std::max(1, (beat.end - span.start) / cue.repeat.times));
        }
    }
    if (next == sequence()) {
        emit problems(tr("There is nothing to fit"), {{ProblemKind::Unsupported,
                                                       "no cue plays this clip in a beat that ends, or all "
                                                       "fill theirs already; give it the move “play” first",
                                                       {},
                                                       {}}});
        return;
    }
    apply(tr("fit the playing of %1").arg(nameOfLayer(id)), std::move(next));
}

void ArrangeActions::openWithTogether(const std::vector<LayerId>& layers) {
    const auto joined = project::layersTogether(sequence(), *m_document.artFiles(), layers);
    if (!joined.light) {
        emit problems(tr("They cannot be one icon"), {{ProblemKind::Refused, joined.whyNot, {}, {}}});
        return;
    }
    const auto light = m_document.addFile("art/together.svg", art::writeSvg(*joined.light));
    const auto dark = joined.dark ? m_document.addFile("art/together-night.svg", art::writeSvg(*joined.dark))
                                  : std::string();
    LayerId made;
    auto next = edit::openWithTogether(sequence(), layers, joined.place, light, dark, made);
    if (!made.empty()) {
        apply(tr("several layers as one icon"), std::move(next));
    }
}

void ArrangeActions::replaceFile(const LayerId& layer, const start::DroppedFile& file,
                                 const std::string& path) {
    std::string problem;
    const QString name = nameOfLayer(layer);
    auto next = start::replaceFile(sequence(), layer, file, path, problem);
    if (!problem.empty()) {
        emit problems(tr("This file cannot take its place"),
                      {{ProblemKind::Unsupported, problem, file.name, {}}});
    } else if (next != sequence()) {
        apply(tr("replace what %1 shows").arg(name), std::move(next));
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
