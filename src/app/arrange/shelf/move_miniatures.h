// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/shelf/rest_picture.h"
#include "app/document/phrase_shelf.h"
#include "app/document/preview.h"
#include "app/widgets/jobs.h"

#include <QHash>
#include <QImage>

namespace scaena::app {

/// Small pictures, running and at rest, of every move and phrase on a layer of the person's own, painted in
/// the background. The interface thread never waits; while new ones are made the old ones stay.
class MoveMiniatures : public QObject {
    Q_OBJECT
public:
    static constexpr int kFrames = 14, kSide = 64;

    MoveMiniatures(Document& document, PhraseShelf& shelf, QObject* parent = nullptr);

    /// Moves come first, then phrases in the shelf's order.
    [[nodiscard]] QImage frame(int entry, int frame) const;
    /// The whole of it at once, for an entry nobody points at.
    [[nodiscard]] RestPicture rest(int entry) const;
    [[nodiscard]] bool isComplete() const { return m_complete; }
    /// Whose art is shown; an empty id shows the opening's icon.
    void setLayer(const LayerId& layer);
    void setPixelRatio(double ratio);

signals:
    void changed();

private:
    void becomeStale();
    void restart();

    Document& m_document;
    PhraseShelf& m_shelf;
    LayerId m_layer;
    double m_ratio = 1;
    bool m_complete = false;
    struct Pictures {
        QHash<int, QImage> frames;
        QHash<int, RestPicture> rest;
    };
    [[nodiscard]] static Pictures paintAll(const Jobs::Run& run, const model::Sequence& sequence,
                                           const project::ArtFiles& artFiles, const LayerId& layer,
                                           const std::vector<model::Phrase>& entries, double ratio);
    Pictures m_pictures;
    QTimer m_delay;
    Jobs m_jobs{Jobs::Order::Newest, nullptr, QThread::LowPriority};
};

/// A sequence that shows one phrase on one layer, in the middle of a small screen; for miniatures and tests.
[[nodiscard]] model::Sequence miniatureSequence(const model::Sequence& of, const LayerId& layer,
                                                const model::Phrase& phrase);

}
