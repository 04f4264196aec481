// SPDX-License-Identifier: MIT
#include "app/arrange/card/layer_form.h"
#include "app/arrange/file_choice.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/art/parts.h"
#include "core/start/use_files.h"

#include <QFileInfo>
#include <QMenu>
#include <QPointer>
#include <QToolButton>

/// The part of LayerForm that says which files a layer shows, each of which can be replaced or taken away.
namespace scaena::app {

using model::Layer;

namespace {

const char* const kAnyFile = "*.svg *.pdf *.xml *.png *.jpg *.jpeg *.webp *.gif *.json *.lottie *.zip";

QString fileName(const std::string& path) { return QFileInfo(toQString(path)).fileName(); }

QString densityText(double density) { return QStringLiteral("%1×").arg(density); }

}

void LayerForm::addFilesMenu() {
    auto* button = new QToolButton(this);
    button->setObjectName(QStringLiteral("layerFiles"));
    button->setText(tr("Files"));
    button->setToolTip(tr("The files it shows: replaced, given, taken away"));
    button->setFont(uiFont(12));
    button->setFixedHeight(20);
    button->setPopupMode(QToolButton::InstantPopup);
    auto* menu = new QMenu(button);
    menu->setToolTipsVisible(true);
    button->setMenu(menu);
    m_buttons->addWide(button);
    connect(menu, &QMenu::aboutToShow, this, [this, menu] { fillFilesMenu(*menu); });
}

void LayerForm::fillFilesMenu(QMenu& menu) {
    menu.clear();
    const auto* it = m_fields.layer();
    if (!it) {
        return;
    }
    const auto none = [&](const QString& text, const QString& verb, std::function<void(Layer&)> clear) {
        menu.addAction(text, this, [this, verb, clear = std::move(clear)] { m_fields.apply(verb, clear); });
    };
    if (!it->as<model::BackdropContent>()) {
        auto* action = menu.addAction(tr("Replace by another file …"), this, &LayerForm::replaceFile);
        action->setToolTip(tr("Cues, place, name and colours stay"));
        menu.addSeparator();
    }
    if (const auto* drawing = it->art()) {
        fillPartMenu(menu, *drawing);
        if (!drawing->darkArt.empty()) {
            none(tr("%1: none for the night").arg(fileName(drawing->darkArt)), tr("night art of %1"),
                 [](Layer& on) { on.art()->darkArt.clear(); });
        }
    } else if (const auto* image = it->as<model::ImageContent>()) {
        fillPictureMenu(menu, *image);
    } else if (const auto* clip = it->as<model::ClipContent>()) {
        menu.addAction(tr("Another one for the night …"), this, [this] {
            chooseFile(
                tr("Clip for the night"), tr("Clips (*.json *.lottie *.zip *.gif *.webp *.png)"),
                [](Layer& on, const std::string& path) { on.get<model::ClipContent>().darkPath = path; },
                "clips");
        });
        if (!clip->darkPath.empty()) {
            none(tr("%1: none for the night").arg(fileName(clip->darkPath)), tr("night clip of %1"),
                 [](Layer& on) { on.get<model::ClipContent>().darkPath.clear(); });
        }
    } else if (const auto* picture = model::pictureOf(*it)) {
        using model::BackdropPicture;
        for (const auto& which :
             {&BackdropPicture::dark, &BackdropPicture::landscape, &BackdropPicture::darkLandscape}) {
            if (!(picture->*which).empty()) {
                none(tr("Without %1").arg(fileName(picture->*which)), tr("pictures of %1"),
                     [which](Layer& on) { (*on.get<model::BackdropContent>().picture.*which).clear(); });
            }
        }
    }
}

/// Which part of a drawing is shown.
void LayerForm::fillPartMenu(QMenu& menu, const model::ArtContent& drawing) {
    const auto art = m_actions.document().artFiles()->findArt(drawing.art);
    const auto parts = art ? art::partsOf(*art) : std::vector<art::PartInfo>();
    if (parts.empty()) {
        return;
    }
    auto* shows = menu.addMenu(tr("Shows"));
    const auto add = [&](const QString& text, const std::string& id) {
        auto* action = shows->addAction(text, this, [this, id] {
            m_fields.apply(tr("part of %1"), [&](Layer& on) { on.art()->part = id; });
        });
        action->setCheckable(true);
        action->setChecked(drawing.part == id);
    };
    add(tr("all of it"), {});
    for (const auto& part : parts) {
        add(toQString(part.id), part.id);
    }
}

/// Each picture with its density, by day or by night.
void LayerForm::fillPictureMenu(QMenu& menu, const model::ImageContent& image) {
    for (std::size_t i = 0; i < image.pictures.size(); ++i) {
        const auto& picture = image.pictures[i];
        auto* of = menu.addMenu(tr("%1, %2").arg(fileName(picture.path), densityText(picture.density)));
        const auto change = [this, i](const QString& verb, const std::function<void(model::Picture&)>& edit) {
            m_fields.apply(verb, [&](Layer& on) { edit(on.get<model::ImageContent>().pictures[i]); });
        };
        for (const double density : {1.0, 1.5, 2.0, 3.0, 4.0}) {
            auto* action = of->addAction(tr("%1 pixels a dp").arg(density), this, [change, density] {
                change(tr("density of a picture of %1"), [&](auto& it) { it.density = density; });
            });
            action->setCheckable(true);
            action->setChecked(picture.density == density);
        }
        of->addSeparator();
        auto* night = of->addAction(tr("For the night"), this, [change, dark = picture.dark] {
            change(tr("appearance of a picture of %1"), [&](auto& it) { it.dark = !dark; });
        });
        night->setCheckable(true);
        night->setChecked(picture.dark);
        auto* without = of->addAction(tr("Without it"), this, [this, i] {
            m_fields.apply(tr("pictures of %1"), [&](Layer& on) {
                auto& pictures = on.get<model::ImageContent>().pictures;
                pictures.erase(pictures.begin() + static_cast<std::ptrdiff_t>(i));
            });
        });
        without->setEnabled(image.pictures.size() > 1);
    }
}

void LayerForm::replaceFile() {
    app::chooseFile(m_actions, this, tr("Replace by"),
                    tr("Art, pictures, clips (%1)").arg(QLatin1String(kAnyFile)), "images",
                    [guard = QPointer(this), id = m_fields.id()](const start::DroppedFile& file,
                                                                 const std::string& path) {
                        if (guard) {
                            guard->m_actions.replaceFile(id, file, path);
                        }
                    });
}

}
