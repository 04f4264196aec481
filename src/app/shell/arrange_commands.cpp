// SPDX-License-Identifier: MIT
#include "app/shell/arrange_commands.h"

#include "app/arrange/arrange_room.h"
#include "app/arrange/card_box.h"
#include "app/arrange/score/score_view.h"
#include "app/arrange/shelf/takes_page.h"
#include "app/arrange/stage/conditions_sentence.h"
#include "app/arrange/stage/stage_view.h"
#include "app/widgets/chooser.h"
#include "app/widgets/phrasing.h"

#include <algorithm>
#include <iterator>

namespace scaena::app {

namespace {

using Bind = std::function<void(const char*, const std::function<void()>&)>;

void chooseBeat(ArrangeRoom& room) {
    const int chosen =
        Chooser::choose(&room, QObject::tr("Which kind of beat?"),
                        {{QObject::tr("Play"), QObject::tr("a fixed span, filled by cues"), true, {}},
                         {QObject::tr("Hold"), QObject::tr("a fixed rest"), true, {}},
                         {QObject::tr("Wait"), QObject::tr("elastic, until gates open"), true, {}}});
    constexpr model::BeatKind kinds[] = {model::BeatKind::Play, model::BeatKind::Hold, model::BeatKind::Wait};
    if (chosen >= 0) {
        room.actions().addBeat(kinds[chosen]);
    }
}

void chooseLayer(ArrangeRoom& room) {
    const int chosen = Chooser::choose(
        &room, QObject::tr("Which kind of layer?"),
        {{QObject::tr("Art, picture or clip from files …"), QObject::tr("SVG, PDF, PNG, Lottie …"), true, {}},
         {QObject::tr("Text"), {}, true, {}},
         {QObject::tr("Rectangle"), QObject::tr("shape"), true, {}},
         {QObject::tr("Ellipse"), QObject::tr("shape"), true, {}},
         {QObject::tr("Line"), QObject::tr("shape"), true, {}},
         {QObject::tr("Progress"), QObject::tr("ring, bar or dots, bound to gates"), true, {}},
         {QObject::tr("Backdrop"), QObject::tr("colour, gradient or picture behind"), true, {}},
         {QObject::tr("Busy sign …"), QObject::tr("ring, dots, bar or breath while a wait lasts"), true, {}}});
    auto& actions = room.actions();
    switch (chosen) {
    case 0:
        actions.askForFiles();
        break;
    case 1:
        actions.addText();
        break;
    case 2:
    case 3:
    case 4:
        actions.addShape(static_cast<model::ShapeForm>(chosen - 2));
        break;
    case 5:
        actions.addProgress();
        break;
    case 6:
        actions.addBackdrop();
        break;
    case 7:
        actions.chooseBusySign();
        break;
    default:
        break;
    }
}

/// The steps of the undo history in words; going to one keeps the later ones until something else is done.
void chooseStep(ArrangeRoom& room) {
    auto& document = room.actions().document();
    const auto names = document.history().names();
    const auto now = document.history().position();
    std::vector<Choice> choices = {
        {QObject::tr("As it was opened"), now == 0 ? QObject::tr("now") : QString(), true, {}}};
    for (std::size_t i = 0; i < names.size(); ++i) {
        choices.push_back({toQString(names[i]),
                           now == i + 1  ? QObject::tr("now")
                           : i + 1 > now ? QObject::tr("undone")
                                         : QString(),
                           true,
                           {}});
    }
    const int chosen = Chooser::choose(&room, QObject::tr("Go to which step?"), choices);
    if (chosen >= 0) {
        document.goTo(static_cast<std::size_t>(chosen));
    }
}

void bindEditing(ArrangeRoom& room, const Bind& bind) {
    auto& actions = room.actions();
    auto* a = &actions;
    auto* r = &room;
    bind("undo", [a] { a->document().undo(); });
    bind("redo", [a] { a->document().redo(); });
    bind("history", [r] { chooseStep(*r); });
    bind("cut", [a] { a->cut(); });
    bind("copy", [a] { a->copy(); });
    bind("paste", [a] { a->paste(); });
    bind("duplicate", [a] { a->duplicate(); });
    bind("remove", [a] { a->remove(); });
    bind("rename", [a] { a->rename(); });
    bind("selectAll", [a] { a->selectAll(); });
    bind("addCue", [a] { a->chooseCue(); });
    bind("keepPhrase", [a] { a->keepPhrase(); });
    bind("addLayer", [r] { chooseLayer(*r); });
    bind("addFiles", [a] { a->askForFiles(); });
    bind("addThemeIcon", [a] { a->chooseThemeIcon(); });
    bind("addText", [a] { a->addText(); });
    bind("addRectangle", [a] { a->addShape(model::ShapeForm::Rectangle); });
    bind("addEllipse", [a] { a->addShape(model::ShapeForm::Ellipse); });
    bind("addLine", [a] { a->addShape(model::ShapeForm::Line); });
    bind("addProgress", [a] { a->addProgress(); });
    bind("addBusySign", [a] { a->chooseBusySign(); });
    bind("addBackdrop", [a] { a->addBackdrop(); });
    bind("addBeat", [r] { chooseBeat(*r); });
    bind("addPlay", [a] { a->addBeat(model::BeatKind::Play); });
    bind("addHold", [a] { a->addBeat(model::BeatKind::Hold); });
    bind("addWait", [a] { a->addBeat(model::BeatKind::Wait); });
    bind("splitBeat", [a] { a->splitBeat(); });
    bind("addGate", [a] { a->addGate(); });
    bind("group", [a] { a->groupSelected(); });
    bind("ungroup", [a] { a->ungroupSelected(); });
    bind("takeApart", [a] { a->takeApart(); });
    bind("forward", [a] { a->raise(1); });
    bind("backward", [a] { a->raise(-1); });
    bind("hide", [a] { a->toggleHidden(); });
    bind("lock", [a] { a->toggleLock(); });
}

void bindTime(ArrangeRoom& room, const Bind& bind) {
    auto* a = &room.actions();
    auto* r = &room;
    bind("chainAfter", [a] { a->chain(model::AnchorKind::After); });
    bind("chainWith", [a] { a->chain(model::AnchorKind::With); });
    bind("unchain", [a] { a->unchain(); });
    bind("alignStarts", [a] { a->align(edit::Edge::Start); });
    bind("alignEnds", [a] { a->align(edit::Edge::End); });
    bind("mendSeam", [a] { a->mendSeam(); });
    bind("showSeam", [&preview = a->preview()] { preview.showSeam(preview.conditions()); });
    bind("stagger", [a] { a->askStagger(); });
    bind("tap", [a] { a->tapRhythm(); });
    bind("realLaunches", [a] { a->askForLaunches(); });
    bind("brisker", [a] { a->scale(0.8); });
    bind("calm", [a] { a->scale(1.25); });
    bind("scaleTime", [a] { a->askScale(); });
    bind("beatEarlier", [a] { a->shiftBeat(-1); });
    bind("beatLater", [a] { a->shiftBeat(1); });
    bind("keepTake", [a, r] {
        a->keepTake();
        r->cards().open(CardBox::Tab::Takes);
    });
    bind("compareTakes", [r] { r->cards().takes().compare(); });
}

/// The one before or behind it in the list, or itself at the list's end.
template <typename Value, std::size_t kCount>
Value neighbour(const Value (&list)[kCount], Value of, int by) {
    const auto at = std::find(std::begin(list), std::end(list), of) - std::begin(list) + by;
    return list[std::clamp<std::ptrdiff_t>(at, 0, kCount - 1)];
}

void bindPreview(ArrangeRoom& room, const Bind& bind) {
    auto* preview = &room.actions().preview();
    auto* r = &room;
    bind("play", [preview] { preview->setPlaying(!preview->isPlaying()); });
    using Round = Preview::Round;
    const auto turn = [preview](Round round) {
        preview->setRound(preview->round() == round ? Round::Once : round);
    };
    bind("loop", [turn] { turn(Round::Beat); });
    bind("again", [turn] { turn(Round::Launch); });
    bind("slower", [preview] { preview->setSpeed(neighbour(Preview::kSpeeds, preview->speed(), -1)); });
    bind("faster", [preview] { preview->setSpeed(neighbour(Preview::kSpeeds, preview->speed(), 1)); });
    bind("frameRate", [preview] {
        const int next = neighbour(Preview::kRates, preview->frameRate(), 1);
        preview->setFrameRate(next == preview->frameRate() ? Preview::kRates[0] : next);
    });
    bind("fromIcon", [preview] { preview->setFromIcon(!preview->isFromIcon()); });
    bind("back", [preview] { preview->goBack(); });
    bind("toStart", [preview] { preview->setTime(preview->isFromIcon() ? -Preview::kHomeBefore : 0); });
    bind("toEnd", [preview] { preview->setTime(preview->schedule()->end); });
    bind("frameBack", [preview] { preview->step(-1); });
    bind("frameOn", [preview] { preview->step(1); });
    bind("lightDark", [r] { r->conditions().turn(QStringLiteral("appearance"), 1); });
    bind("landscape", [r] { r->conditions().turn(QStringLiteral("held"), 1); });
    bind("nextDevice", [r] { r->conditions().turn(QStringLiteral("device"), 1); });
    bind("scope", [r] {
        r->stage().setScope(static_cast<PoseScope>((static_cast<int>(r->stage().scope()) + 1) % 3));
    });
    bind("ghosts", [r] { r->stage().setShowsGhosts(!r->stage().showsGhosts()); });
    bind("zoomIn", [r, preview] { r->score().zoom(1.4, preview->time()); });
    bind("zoomOut", [r, preview] { r->score().zoom(1 / 1.4, preview->time()); });
    bind("zoomFit", [r] { r->score().zoomToFit(); });
    bind("zoomSelection", [r] { r->score().zoomToSelection(); });
    bind("zoomFrames", [r] { r->score().zoomToFrames(); });
    const std::pair<const char*, CardBox::Tab> tabs[] = {
        {"cardTab", CardBox::Tab::Card},   {"coloursTab", CardBox::Tab::Colours},
        {"movesTab", CardBox::Tab::Moves}, {"screenTab", CardBox::Tab::Screen},
        {"takesTab", CardBox::Tab::Takes}, {"iconTab", CardBox::Tab::Icon}};
    for (const auto& [id, tab] : tabs) {
        bind(id, [r, tab = tab] { r->cards().open(tab); });
    }
}

}

void bindArrangeCommands(ArrangeRoom& room, const Bind& bind) {
    bindEditing(room, bind);
    bindTime(room, bind);
    bindPreview(room, bind);
    QObject::connect(&room, &ArrangeRoom::wantsBeat, &room, [&room] { chooseBeat(room); });
    QObject::connect(&room, &ArrangeRoom::wantsLayer, &room, [&room] { chooseLayer(room); });
}

QStringList contextCommands(ArrangeRoom& room) {
    const auto& selection = room.actions().selection();
    switch (selection.kind()) {
    case Selection::Kind::Cue:
        if (selection.all().size() > 1) {
            return {"chainAfter", "chainWith", "",        "alignStarts", "alignEnds",
                    "stagger",    "tap",       "brisker", "calm",        "scaleTime",
                    "",           "cut",       "copy",    "keepPhrase",  "remove"};
        }
        return {"addCue", "duplicate", "unchain", "",      "brisker",    "calm",  "scaleTime",
                "",       "cut",       "copy",    "paste", "keepPhrase", "remove"};
    case Selection::Kind::Layer:
        return {"addCue", "paste",   "",         "rename", "duplicate", "group", "ungroup", "takeApart",
                "",       "forward", "backward", "hide",   "lock",      "",      "remove"};
    case Selection::Kind::Beat:
        return {"rename",  "duplicate", "splitBeat", "beatEarlier", "beatLater", "", "addPlay",
                "addHold", "addWait",   "",          "remove"};
    case Selection::Kind::Gate:
        return {"rename", "addGate", "", "remove"};
    case Selection::Kind::None:
        break;
    }
    return {"addLayer", "addCue",   "addBeat", "addGate", "",
            "paste",    "keepTake", "",        "zoomFit", "commandList"};
}

}
