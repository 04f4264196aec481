// SPDX-License-Identifier: MIT
#include "app/arrange/opening/opening_card.h"
#include "app/arrange/opening/opening_fields.h"
#include "app/widgets/phrasing.h"
#include "core/edit/edits.h"
#include "core/edit/layer_edits.h"
#include "core/edit/opening_edits.h"
#include "core/model/with_copies.h"
#include "core/schedule/evaluate.h"

#include <QPointer>

/// The part of the opening's card whose things are chosen from menus: the picture behind everything, what
/// else stands in a still picture, the icon's motion.
namespace scaena::app {

using model::BackdropPicture;

void OpeningCard::buildGround() {
    m_ground =
        new OpeningTile(QStringLiteral("openingGround"), tr("Picture behind"),
                        tr("A picture that fills the screen behind everything, where a system can show one. "
                           "Drop one here"),
                        this);
    m_groundWhat = makeMenuButton(QStringLiteral("openingGroundWhat"), tr("Picture behind"), m_ground);
    m_ground->addField(m_groundWhat);
    makeMenu(m_groundWhat, m_ground, [this] { fillGroundMenu(); });
    connect(m_ground, &OpeningTile::dropped, this,
            [this](const QStringList& paths) { useGroundPicture(paths.front(), &BackdropPicture::light); });
}

void OpeningCard::fillGroundMenu() {
    auto* menu = m_groundWhat->menu();
    menu->clear();
    const auto* ground = edit::groundOf(sequence());
    const auto* picture = ground ? model::pictureOf(*ground) : nullptr;
    const std::tuple<QString, QString, std::string BackdropPicture::*> ways[] = {
        {tr("Upright by day …"), tr("Picture behind the opening"), &BackdropPicture::light},
        {tr("Upright by night …"), tr("The same by night"), &BackdropPicture::dark},
        {tr("Sideways by day …"), tr("For screens wider than high"), &BackdropPicture::landscape},
        {tr("Sideways by night …"), tr("For screens wider than high, by night"),
         &BackdropPicture::darkLandscape}};
    for (const auto& [text, title, which] : ways) {
        auto* action =
            menu->addAction(text, this, [this, which = which, title = title] { chooseGround(which, title); });
        action->setEnabled(picture || which == &BackdropPicture::light);
        action->setCheckable(true);
        action->setChecked(picture && !(picture->*which).empty());
    }
    if (!picture) {
        return;
    }
    menu->addSeparator();
    for (const auto& [fit, text] :
         {std::pair(model::Fit::Fill, tr("Fills the screen")), {model::Fit::Whole, tr("Is seen whole")}}) {
        auto* action = menu->addAction(text, this, [this, fit = fit] {
            changeGround(tr("fit of the picture behind"), [fit](auto& it) { it.fit = fit; });
        });
        action->setCheckable(true);
        action->setChecked(picture->fit == fit);
    }
    menu->addSeparator();
    const std::tuple<QString, std::string BackdropPicture::*> gone[] = {
        {tr("None of its own by night"), &BackdropPicture::dark},
        {tr("None of its own sideways"), &BackdropPicture::landscape},
        {tr("None of its own sideways by night"), &BackdropPicture::darkLandscape}};
    for (const auto& [text, which] : gone) {
        if (!(picture->*which).empty()) {
            menu->addAction(text, this, [this, which = which] {
                changeGround(tr("picture behind the opening"), [which](auto& it) { (it.*which).clear(); });
            });
        }
    }
    menu->addAction(tr("No picture"), this, [this, id = ground->id] {
        apply(tr("no picture behind"), edit::changeLayer(sequence(), id, [](model::Layer& it) {
                  if (auto* on = it.as<model::BackdropContent>()) {
                      on->picture.reset();
                  }
              }));
    });
}

void OpeningCard::chooseGround(std::string BackdropPicture::*which, const QString& title) {
    chooseFile(m_actions, this, title, pictureFilter(), "images", useAsGround(which));
}

void OpeningCard::useGroundPicture(const QString& path, std::string BackdropPicture::*which) {
    readFile(m_actions, path, "images", useAsGround(which));
}

UseFile OpeningCard::useAsGround(std::string BackdropPicture::*which) {
    return [guard = QPointer(this), which](const start::DroppedFile& file, const std::string& kept) {
        if (guard && file.kind == start::SourceKind::Raster) {
            guard->changeGround(tr("picture behind the opening"), [&](auto& it) { it.*which = kept; });
        } else if (guard) {
            emit guard->m_actions.problems(
                tr("This file cannot be used"),
                {{ProblemKind::Unsupported,
                  "a picture behind the opening is a PNG, JPEG or WebP that stands still",
                  file.name,
                  {}}});
        }
    };
}

void OpeningCard::changeGround(const QString& verb, const std::function<void(BackdropPicture&)>& change) {
    LayerId ground;
    auto next = edit::withGround(sequence(), ground);
    next = edit::changeLayer(std::move(next), ground, [&](model::Layer& it) {
        auto& backdrop = it.get<model::BackdropContent>();
        backdrop.picture = backdrop.picture.value_or(BackdropPicture{});
        change(*backdrop.picture);
    });
    apply(verb, std::move(next));
}

void OpeningCard::buildStill() {
    m_still =
        new OpeningTile(QStringLiteral("openingStill"), tr("Still picture"),
                        tr("What stands in the picture of systems that show a still one: iOS, the web, older "
                           "Android. Newer Android shows the icon and the footer mark alone"),
                        this);
    m_stillWhat = makeMenuButton(QStringLiteral("openingStillWhat"), tr("Still picture"), m_still);
    m_still->addField(m_stillWhat);
    makeMenu(m_stillWhat, m_still, [this] { fillStillMenu(); });
}

void OpeningCard::fillStillMenu() {
    auto* menu = m_stillWhat->menu();
    menu->clear();
    const auto& shown = sequence().opening.layers;
    for (auto layer = sequence().layers.rbegin(); layer != sequence().layers.rend(); ++layer) {
        if (!schedule::canBeStatic(layer->kind()) || model::isCopy(*layer)) {
            continue;
        }
        const bool isThere = std::find(shown.begin(), shown.end(), layer->id) != shown.end();
        auto* action = menu->addAction(toQString(layer->name), this, [this, id = layer->id, isThere] {
            const auto* it = model::findThing(sequence().layers, id);
            const QString name = toQString(it->name);
            apply(isThere ? tr("%1 out of the still picture").arg(name)
                          : tr("%1 into the still picture").arg(name),
                  edit::showInStill(sequence(), id, !isThere));
        });
        action->setCheckable(true);
        action->setChecked(isThere);
    }
}

void OpeningCard::buildMotion() {
    m_motion =
        new OpeningTile(QStringLiteral("openingMotion"), tr("Icon's motion"),
                        tr("How long the icon moves while the system shows it, and how much of it each "
                           "system lets be seen"),
                        this);
    m_motionWhat = makeMenuButton(QStringLiteral("openingMotionWhat"), tr("Motion of the icon"), m_motion);
    m_motion->addField(m_motionWhat);
    makeMenu(m_motionWhat, m_motion, [this] { fillMotionMenu(); });
}

void OpeningCard::fillMotionMenu() {
    auto* menu = m_motionWhat->menu();
    menu->clear();
    const auto& opening = sequence().beats.front();
    std::vector<CueId> moving;
    bool areCarriedOn = true;
    for (const auto& cue : sequence().cues) {
        if (cue.beat == opening.id && cue.layer == sequence().opening.icon) {
            menu->addAction(tr("%1, %2 ms").arg(cueName(sequence(), cue), timeText(cue.length)), this,
                            [this, id = cue.id] { m_actions.selection().select(Selection::Kind::Cue, id); });
            moving.push_back(cue.id);
            areCarriedOn = areCarriedOn && cue.continues;
        }
    }
    menu->addSeparator();
    auto* carry = menu->addAction(tr("The app carries it on"), this, [this, moving](bool continues) {
        auto next = sequence();
        for (const auto& cue : moving) {
            next = edit::setCueContinues(std::move(next), cue, continues);
        }
        apply(continues ? tr("carry the icon's motion on") : tr("let the icon's motion end with the opening"),
              std::move(next));
    });
    carry->setCheckable(true);
    carry->setChecked(areCarriedOn && !moving.empty());
    carry->setEnabled(!moving.empty());
    carry->setToolTip(
        tr("What the system does not show of it goes on in the next beat, from where it stands"));
    menu->setToolTipsVisible(true);
    auto* add = menu->addAction(tr("Add a cue …"), this, [this] {
        m_actions.selection().select(Selection::Kind::Layer, sequence().opening.icon);
        m_actions.preview().setPlaying(false);
        m_actions.preview().setTime(0);
        m_actions.chooseCue();
    });
    add->setEnabled(!sequence().opening.icon.empty());
}

}
