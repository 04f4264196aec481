// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_form.h"
#include "app/widgets/phrasing.h"
#include "core/edit/layer_edits.h"
#include "core/edit/tidy.h"
#include "core/model/limits.h"
#include "core/start/dropped_file.h"
#include "render/art/decoder.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QPointer>

/// The part of LayerForm that gives a layer other files and does things with it as a whole.
namespace scaena::app {

using model::Layer;
using model::LayerKind;

/// Reads a picture in the background and gives its path to `set`.
void LayerForm::chooseFile(const QString& title, const QString& filter,
                           std::function<void(Layer&, const std::string&)> set, const char* folder) {
    const QString chosen = QFileDialog::getOpenFileName(this, title, {}, filter);
    if (chosen.isEmpty()) {
        return;
    }
    const auto source = std::filesystem::path(chosen.toStdString());
    m_actions.background().run<start::DroppedFile>(
        tr("Reading %1 …").arg(QFileInfo(chosen).fileName()),
        [source, folder](const auto&) {
            return start::readDropped(DiskFiles(), source, render::QtDecoder(), folder);
        },
        [this, guard = QPointer(this), id = m_id, set](const start::DroppedFile& file) {
            if (!guard) {
                return;
            }
            if (!file.problems.empty()) {
                emit m_actions.problems(tr("This file cannot be used"), file.problems);
                return;
            }
            const auto kept = m_actions.document().addFile(file.path, file.bytes);
            if (id == m_id) { // else another layer is on the card by now
                apply(tr("change the files of %1"), [&](Layer& it) { set(it, kept); });
            }
        });
}

void LayerForm::rebuildDeeds(const Layer& layer) {
    const QString pictures = tr("Pictures (*.png *.jpg *.jpeg *.webp)");
    const QString vectors = tr("Vector art (*.svg *.pdf *.xml)");
    switch (layer.kind) {
    case LayerKind::Artwork:
        deed("darkArt", tr("Art for the night …"), tr("Another file that is shown by night"),
             [this, vectors] {
                 chooseFile(
                     tr("Art for the night"), vectors,
                     [](Layer& it, const std::string& path) { it.darkArt = path; }, "art");
             });
        deed("footerMark", tr("Make it the footer mark"),
             tr("The small mark near the bottom edge; newer Android shows it in the opening"), [this] {
                 auto next = edit::changeLayer(*m_actions.document().sequence(), m_id, [](Layer& it) {
                     it.kind = LayerKind::FooterMark;
                     it.plate.reset();
                     const double fit = std::min(
                         {1.0, 200 / std::max(1.0, it.place.width), 80 / std::max(1.0, it.place.height)});
                     it.place = {model::AnchorPoint::Bottom, 0, -100, it.place.width * fit,
                                 it.place.height * fit};
                 });
                 next.opening.footer = m_id;
                 m_actions.document().apply(tr("make a footer mark"), edit::tidied(std::move(next)));
             });
        deed("takeApart", tr("Take apart"), tr("A layer for each part of the SVG that has an id"),
             [this] { m_actions.takeApart(); });
        [[fallthrough]];
    case LayerKind::Image:
        if (layer.kind == LayerKind::Image) {
            deed("morePictures", tr("Other density or dark one …"),
                 tr("Names such as leaf@2x.png and leaf-dark.png tell which it is"), [this, pictures] {
                     chooseFile(
                         tr("Another picture of this image"), pictures,
                         [](Layer& it, const std::string& path) {
                             it.pictures.push_back({path, start::densityOf(path), start::saysDark(path), {}});
                         },
                         "images");
                 });
        }
        deed("asIcon", tr("Show in the opening"), tr("The system's static frame shows it as the icon"),
             [this] {
                 auto next = *m_actions.document().sequence();
                 next.opening.icon = m_id;
                 if (std::find(next.opening.layers.begin(), next.opening.layers.end(), m_id) ==
                     next.opening.layers.end()) {
                     next.opening.layers.push_back(m_id);
                 }
                 m_actions.document().apply(tr("icon of the opening"), std::move(next));
             });
        break;
    case LayerKind::Backdrop:
        deed("pictureLight", tr("Picture by day …"), tr("Behind everything, upright"), [this, pictures] {
            chooseFile(
                tr("Backdrop picture"), pictures,
                [](Layer& it, const std::string& path) {
                    it.picture = it.picture.value_or(model::BackdropPicture{});
                    it.picture->light = path;
                },
                "images");
        });
        if (layer.picture) {
            deed("pictureDark", tr("… by night …"), tr("Its picture by night"), [this, pictures] {
                chooseFile(
                    tr("Backdrop picture by night"), pictures,
                    [](Layer& it, const std::string& path) { it.picture->dark = path; }, "images");
            });
            deed("pictureLandscape", tr("… held sideways …"), tr("Its picture on screens wider than high"),
                 [this, pictures] {
                     chooseFile(
                         tr("Backdrop picture held sideways"), pictures,
                         [](Layer& it, const std::string& path) { it.picture->landscape = path; }, "images");
                 });
            if (!layer.picture->landscape.empty()) {
                deed("pictureDarkLandscape", tr("… sideways by night …"),
                     tr("Its picture sideways, by night"), [this, pictures] {
                         chooseFile(
                             tr("Backdrop picture sideways by night"), pictures,
                             [](Layer& it, const std::string& path) { it.picture->darkLandscape = path; },
                             "images");
                     });
            }
            deed("pictureNone", tr("No picture"), tr("Only its colour"),
                 [this] { apply(tr("picture of %1"), [](Layer& it) { it.picture.reset(); }); });
        }
        break;
    case LayerKind::Text:
        deed("ownFont", tr("Own font file …"),
             tr("A TrueType or OpenType font of your own; exports hold its outlines"), [this] {
                 chooseFile(
                     tr("Own font"), tr("Fonts (*.ttf *.otf)"),
                     [](Layer& it, const std::string& path) { it.text.fontFile = path; }, "fonts");
             });
        break;
    case LayerKind::Group:
        deed("ungroup", tr("Ungroup"), tr("Lets its members go (Ctrl+Shift+G)"),
             [this] { m_actions.ungroupSelected(); });
        break;
    default:
        break;
    }
    deed("hideLayer", layer.hidden ? tr("Show on the stage") : tr("Hide while designing"),
         tr("Exports keep it (H)"), [this] { m_actions.toggleHidden(); });
    deed("lockLayer", layer.locked ? tr("Unlock") : tr("Lock"), tr("The stage leaves a locked layer alone"),
         [this] { m_actions.toggleLock(); });
    m_deeds->finish();
}

}
