// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/phrase_shelf.h"
#include "app/document/preview.h"
#include "app/document/selection.h"
#include "app/widgets/background.h"
#include "core/check/finding.h"
#include "core/edit/busy_signs.h"
#include "core/edit/handoff_edits.h"
#include "core/edit/opening_edits.h"
#include "core/edit/time_edits.h"
#include "core/start/dropped_file.h"
#include "core/start/icon_themes.h"

#include <QPointer>
#include <QWidget>

namespace scaena::app {

/// What can be done in Arrange, each as one step of the history. Menus, keys, context menus and buttons all
/// come here.
class ArrangeActions : public QObject {
    Q_OBJECT
public:
    ArrangeActions(Document& document, Preview& preview, Selection& selection, PhraseShelf& shelf,
                   Background& background, QWidget* window);

    // Layers
    void addText();
    void addProgress();
    /// A sign that something is under way, while the wait lasts that is selected, at the needle, or else the
    /// first.
    void addBusySign(edit::BusySign sign);
    void chooseBusySign();
    void addBackdrop();
    void addShape(model::ShapeForm form);
    /// Files of any kind the stage can show: art, pictures, clips; on the selected layer also dark variants
    /// and fonts. Says what cannot be used.
    void addFiles(const QStringList& paths);
    /// Makes layers of them, whatever is selected, and does something with the last of them in the same step.
    using WithLayer = std::function<model::Sequence(model::Sequence, const LayerId& made)>;
    void addFilesFor(const QStringList& paths, const WithLayer& then);
    void askForFiles();
    /// Art from the icon themes of this computer, for those who have no logo yet.
    void chooseThemeIcon();
    void addThemeIcon(const start::ThemeIcon& icon, const start::IconLicence& licence);
    /// The layer shows this file from now on; says why where it cannot.
    void replaceFile(const LayerId& layer, const start::DroppedFile& file, const std::string& path);
    /// A frame of the clip, at a moment of its own time, as a picture in the clip's place, above it.
    void takeClipFrame(const LayerId& clip, Millis at);
    /// The clip's cues that play it last from where they begin to the end of their beat, so that it plays
    /// faster or slower.
    void fitPlaying(const LayerId& clip);
    /// The opening begins with the clip's first frame, which becomes a picture of its own.
    void openWithClip(const LayerId& clip);
    /// The opening's icon is one drawing of these layers, which gives way to them; says why where it cannot
    /// be.
    void openWithTogether(const std::vector<LayerId>& layers);
    void groupSelected();
    void ungroupSelected();
    void takeApart();
    void toggleLock();
    void toggleHidden();
    void raise(int by);
    void setLandscapePlace(bool own);

    /// Puts layers and colours where the system's own frame leaves them, for the present or other conditions.
    /// Says so when there is nothing to mend, or what cannot be.
    void mendSeam();

    // Cues
    /// Opens the list of moves and phrases for the selected layer, at the needle.
    void chooseCue();
    void addCue(model::MoveKind kind, const LayerId& layer, double time);
    void addPhrase(const model::Phrase& phrase, const LayerId& layer, double time);
    void keepPhrase();
    void copy();
    void cut();
    void paste();
    void align(edit::Edge edge);
    void askStagger();
    void askScale();
    void scale(double factor);
    void stagger(Millis step);
    void setTimes(const std::vector<Millis>& times);
    /// Asks for a file of records, shows what launches took beside what the gates assume, and takes those
    /// times if they are wanted.
    void askForLaunches();
    void useLaunches(const QString& path);
    void tapRhythm();
    void chain(model::AnchorKind kind);
    void unchain();

    // Beats, gates, takes
    void addBeat(model::BeatKind kind);
    void splitBeat();
    void shiftBeat(int by);
    void addGate();
    void keepTake(const QString& name = {});
    void goBackTo(const TakeId& take);
    void removeTake(const TakeId& take);
    void setTransition(edit::Transition transition);

    // Of whatever is selected
    void duplicate();
    void remove();
    void rename();
    void rename(Selection::Kind kind, const std::string& id, const QString& name);
    void selectAll();

    /// The selected cues with their times, by start.
    [[nodiscard]] std::vector<edit::CueTime> selectedTimes() const;
    /// The layer a new cue belongs to: that of the selection, else the leading one (the logo).
    [[nodiscard]] LayerId layerForCue() const;

    [[nodiscard]] Document& document() const { return m_document; }
    [[nodiscard]] Preview& preview() const { return m_preview; }
    [[nodiscard]] Selection& selection() const { return m_selection; }
    [[nodiscard]] PhraseShelf& shelf() const { return m_shelf; }
    [[nodiscard]] Background& background() const { return m_background; }

signals:
    void problems(const QString& title, const scaena::Problems& problems);
    /// Something a person should know of what was just done, perhaps with another way to do it.
    void noted(const scaena::check::Finding& finding);

private:
    struct Moment {
        BeatId beat;
        Millis offset = 0;
    };
    /// The beat and offset a time means for a layer: the opening is only the icon's.
    [[nodiscard]] Moment momentFor(const LayerId& layer, double time) const;
    [[nodiscard]] bool isInSight(const LayerId& layer, const Moment& moment) const;
    void apply(const QString& name, model::Sequence next);
    void duplicateBeat(const model::Beat& beat);
    /// Puts the phrase there and selects it; says which of its cues that layer cannot make.
    void insert(const model::Phrase& phrase, const LayerId& layer, const Moment& moment, const QString& step);
    void forgetGone();
    void addLayerOf(model::Layer layer, const QString& name);
    /// Draws a frame of a clip in the background, by day and by night, and gives it on as files of the
    /// sequence; says why not where there is none. `as`: what the files' names end with.
    void withFrame(const LayerId& clip, Millis at, const std::string& as,
                   std::function<void(const edit::ClipStill&)> then);
    void readFiles(const QStringList& paths, const WithLayer& then);
    void useFiles(const std::vector<start::DroppedFile>& files, const WithLayer& then);
    [[nodiscard]] model::ColourRef colourFor(const char* wish) const;
    [[nodiscard]] QString nameOfLayer(const LayerId& id) const;
    [[nodiscard]] std::vector<CueId> selectedCues() const;
    [[nodiscard]] const model::Sequence& sequence() const { return *m_document.sequence(); }

    Document& m_document;
    Preview& m_preview;
    Selection& m_selection;
    PhraseShelf& m_shelf;
    Background& m_background;
    QPointer<QWidget> m_window;
};

}
