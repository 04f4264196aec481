// SPDX-License-Identifier: MIT
#pragma once

#include "app/document/preview.h"
#include "app/widgets/jobs.h"
#include "core/check/opening_words.h"

#include <QImage>
#include <QStringList>
#include <array>

namespace scaena::app {

/// The opening's same moment as every system shows it, and what a kit draws first of its own, by day and by
/// night, and what each cannot show in words. Painted in the background; while new pictures are made the old
/// ones stay.
class OpeningViews : public QObject {
    Q_OBJECT
public:
    static constexpr int kSystems = 6, kLooks = 2;

    OpeningViews(Document& document, Preview& preview, QObject* parent = nullptr);

    /// The systems, in the order in which they are shown.
    [[nodiscard]] static plan::TargetId target(int system);
    [[nodiscard]] static QString name(int system);
    /// The kits for several platforms show what the system does; of them it is their own first frame that is
    /// looked at.
    [[nodiscard]] static bool showsFirstFrame(int system);
    /// Null until it was painted for the first time.
    [[nodiscard]] const QImage& picture(int system, int look) const { return m_made.at(system, look).image; }
    /// The first says for how long the system shows it; the others what it shows otherwise.
    [[nodiscard]] const QStringList& words(int system, int look) const {
        return m_made.at(system, look).words;
    }
    /// Whether it shows something otherwise than it was designed.
    [[nodiscard]] bool differs(int system, int look) const { return words(system, look).size() > 1; }
    /// How long the icon moves there, and how much of it is seen.
    [[nodiscard]] check::IconMotion motion(int system) const;
    /// What the sequence looks like by day and by night; null until the first pictures are there.
    [[nodiscard]] const render::ScenePtr& scene(model::Appearance appearance) const {
        return m_made.scenes[static_cast<std::size_t>(appearance)];
    }

    /// The icon alone, as large as its circle shows it; null where there is none.
    [[nodiscard]] const QImage& icon(int look) const { return m_made.icons[static_cast<std::size_t>(look)]; }

    /// How large the circle of the icon's picture is, and how large pictures of the systems are, in pixels.
    void setCircle(int pixels);
    /// Nothing is painted while nobody looks.
    void setWatched(bool watched);
    void setPixels(QSize pixels);
    /// Waits until the pictures are those of now; for tests and screenshots.
    void finish();

signals:
    void changed();

private:
    struct View {
        QImage image;
        QStringList words;
        check::IconMotion motion;
    };
    struct Made {
        std::array<View, kSystems * kLooks> views;
        std::array<render::ScenePtr, kLooks> scenes;
        std::array<QImage, kLooks> icons;
        Millis longest = 0; ///< of the openings
        [[nodiscard]] const View& at(int system, int look) const {
            return views[static_cast<std::size_t>(system * kLooks + look)];
        }
    };
    void refresh();
    void followNeedle();
    void start();
    [[nodiscard]] schedule::Conditions conditions(int system, int look) const;

    Document& m_document;
    Preview& m_preview;
    Made m_made;
    QSize m_pixels;
    int m_circle = 0;
    double m_moment = 0; ///< of the pictures, at most the longest opening
    bool m_watched = false;
    bool m_stale = true; ///< something has changed since the pictures were begun
    QTimer m_soon;
    Jobs m_jobs{Jobs::Order::Queue};
};

}
