// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_copies.h"
#include "app/arrange/card/layer_form.h"

#include "app/arrange/file_choice.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/base/overloads.h"
#include "core/edit/layer_edits.h"
#include "core/start/dropped_file.h"

#include <QPointer>
#include <QToolButton>

/// The part of LayerForm that gives a layer other files and does things with it as a whole.
namespace scaena::app {

using model::Layer;

void LayerForm::deed(const char* name, const QString& text, const QString& tip, std::function<void()> run) {
    auto* button = new QToolButton(this);
    button->setObjectName(QString::fromLatin1(name));
    button->setText(text);
    button->setToolTip(tip);
    button->setFont(uiFont(12));
    button->setFixedHeight(20);
    m_buttons->addWide(button);
    connect(button, &QToolButton::clicked, this, std::move(run));
}

void LayerForm::fileDeed(const char* name, const QString& text, const QString& tip, const QString& filter,
                         std::function<void(Layer&, const std::string&)> set, const char* folder) {
    deed(name, text, tip,
         [this, tip, filter, set = std::move(set), folder] { chooseFile(tip, filter, set, folder); });
}

/// Gives the path of a file that is chosen to `set`.
void LayerForm::chooseFile(const QString& title, const QString& filter,
                           std::function<void(Layer&, const std::string&)> set, const char* folder) {
    app::chooseFile(m_actions, this, title, filter, folder,
                    [guard = QPointer(this), id = m_fields.id(),
                     set = std::move(set)](const start::DroppedFile&, const std::string& path) {
                        if (guard && id == guard->m_fields.id()) { // else another layer is on the card by now
                            guard->m_fields.apply(tr("change the files of %1"),
                                                  [&](Layer& it) { set(it, path); });
                        }
                    });
}

void LayerForm::rebuildButtons(const Layer& layer) {
    const auto none = [](const auto&) {};
    std::visit(Overloads{none,
                         [this](const model::ArtworkContent&) {
                             addFilesMenu();
                             addArtworkButtons();
                             addIconDeed();
                         },
                         [this](const model::FooterContent&) { addFilesMenu(); },
                         [this, id = layer.id](const model::ClipContent&) {
                             addFilesMenu();
                             deed("clipOpens", tr("Begin with it in the opening"),
                                  tr("A picture of its first frame becomes the opening's icon; the clip "
                                     "takes over with the "
                                     "app's first frame"),
                                  [this, id] { m_actions.openWithClip(id); });
                             deed("clipFits", tr("Fit its playing to the beat"),
                                  tr("The cues that play it last to the end of their beat, so that it plays "
                                     "faster or slower"),
                                  [this, id] { m_actions.fitPlaying(id); });
                             deed("clipFrame", tr("Its kept frame as a picture"),
                                  tr("A layer of its own above the clip; any other frame by the right mouse "
                                     "button on the strip"),
                                  [this, id] {
                                      const auto* it = m_fields.layer();
                                      const auto* clip = it ? it->as<model::ClipContent>() : nullptr;
                                      m_actions.takeClipFrame(id,
                                                              clip ? clip->keep.value_or(clip->stopAt) : 0);
                                  });
                         },
                         [this](const model::ImageContent&) {
                             addFilesMenu();
                             addImageButtons();
                             addIconDeed();
                         },
                         [this](const model::BackdropContent& it) { addBackdropButtons(it); },
                         [this](const model::TextContent&) { addTextButtons(); },
                         [this](const model::GroupContent&) {
                             deed("ungroup", tr("Ungroup"), tr("Lets its members go (Ctrl+Shift+G)"),
                                  [this] { m_actions.ungroupSelected(); });
                         }},
               layer.contents);
    if (!model::coversScreen(layer.kind())) {
        auto* copies = new LayerCopies(m_actions, this);
        m_buttons->addWide(copies);
        m_fields.reader([copies](const Layer& it) { copies->fill(it); });
    }
    deed("hideLayer", layer.hidden ? tr("Show on the stage") : tr("Hide while designing"),
         tr("Exports keep it (H)"), [this] { m_actions.toggleHidden(); });
    deed("lockLayer", layer.locked ? tr("Unlock") : tr("Lock"), tr("The stage leaves a locked layer alone"),
         [this] { m_actions.toggleLock(); });
    m_buttons->finish();
}

void LayerForm::addArtworkButtons() {
    fileDeed(
        "darkArt", tr("Art for the night …"), tr("Another file that is shown by night"),
        tr("Vector art (*.svg *.pdf *.xml)"),
        [](Layer& it, const std::string& path) {
            if (auto* drawing = it.art()) {
                drawing->darkArt = path;
            }
        },
        "art");
    deed("footerMark", tr("Make it the footer mark"),
         tr("The small mark near the bottom edge; newer Android shows it in the opening"),
         [this] { m_fields.applyTo(tr("make %1 the footer mark"), edit::makeFooter); });
    deed("takeApart", tr("Take apart"), tr("A layer for each part of the SVG that has an id"),
         [this] { m_actions.takeApart(); });
}

void LayerForm::addImageButtons() {
    fileDeed(
        "morePictures", tr("Other density or dark one …"),
        tr("Names such as leaf@2x.png and leaf-dark.png tell which it is"), pictureFilter(),
        [](Layer& it, const std::string& path) {
            if (auto* image = it.as<model::ImageContent>()) {
                image->pictures.push_back({path, start::densityOf(path), start::saysDark(path), {}});
            }
        },
        "images");
}

void LayerForm::addIconDeed() {
    deed("asIcon", tr("Show in the opening"), tr("The system's static frame shows it as the icon"),
         [this] { m_fields.applyTo(tr("show %1 in the opening"), edit::makeIcon); });
}

void LayerForm::addBackdropButtons(const model::BackdropContent& backdrop) {
    const auto picture = [this](const char* name, const QString& text, const QString& tip,
                                std::string model::BackdropPicture::*which) {
        fileDeed(
            name, text, tip, pictureFilter(),
            [which](Layer& it, const std::string& path) {
                if (auto* on = it.as<model::BackdropContent>()) {
                    on->picture = on->picture.value_or(model::BackdropPicture{});
                    *on->picture.*which = path;
                }
            },
            "images");
    };
    using model::BackdropPicture;
    picture("pictureLight", tr("Picture by day …"), tr("Behind everything, upright"),
            &BackdropPicture::light);
    if (!backdrop.picture) {
        return;
    }
    picture("pictureDark", tr("… by night …"), tr("Its picture by night"), &BackdropPicture::dark);
    picture("pictureLandscape", tr("… held sideways …"), tr("Its picture on screens wider than high"),
            &BackdropPicture::landscape);
    if (!backdrop.picture->landscape.empty()) {
        picture("pictureDarkLandscape", tr("… sideways by night …"), tr("Its picture sideways, by night"),
                &BackdropPicture::darkLandscape);
    }
    if (!backdrop.picture->dark.empty() || !backdrop.picture->landscape.empty()) {
        addFilesMenu();
    }
    deed("pictureNone", tr("No picture"), tr("Only its colour"), [this] {
        m_fields.apply(tr("picture of %1"), [](Layer& it) {
            if (auto* on = it.as<model::BackdropContent>()) {
                on->picture.reset();
            }
        });
    });
}

void LayerForm::addTextButtons() {
    fileDeed(
        "ownFont", tr("Own font file …"),
        tr("A TrueType or OpenType font of your own; exports hold its outlines"), tr("Fonts (*.ttf *.otf)"),
        [](Layer& it, const std::string& path) {
            if (auto* text = it.as<model::TextContent>()) {
                text->fontFile = path;
            }
        },
        "fonts");
}

}
