// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_form.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/base/overloads.h"
#include "core/edit/layer_edits.h"
#include "core/start/dropped_file.h"
#include "render/art/decoder.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QPointer>
#include <QToolButton>

/// The part of LayerForm that gives a layer other files and does things with it as a whole.
namespace scaena::app {

using model::Layer;

namespace {

QString pictureFilter() { return LayerForm::tr("Pictures (*.png *.jpg *.jpeg *.webp)"); }

}

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

/// Reads a file in the background and gives its path to `set`.
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
        [this, guard = QPointer(this), id = m_fields.id(), set](const start::DroppedFile& file) {
            if (!guard) {
                return;
            }
            if (!file.problems.empty()) {
                emit m_actions.problems(tr("This file cannot be used"), file.problems);
                return;
            }
            const auto kept = m_actions.document().addFile(file.path, file.bytes);
            if (id == m_fields.id()) { // else another layer is on the card by now
                m_fields.apply(tr("change the files of %1"), [&](Layer& it) { set(it, kept); });
            }
        });
}

void LayerForm::rebuildButtons(const Layer& layer) {
    const auto none = [](const auto&) {};
    std::visit(Overloads{none,
                         [this](const model::ArtworkContent&) {
                             addArtworkButtons();
                             addIconDeed();
                         },
                         [this](const model::ImageContent&) {
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
