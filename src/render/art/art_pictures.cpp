// SPDX-License-Identifier: MIT
#include "render/art/art_pictures.h"

#include <QPainter>
#include <QThreadPool>
#include <cmath>
#include <list>
#include <mutex>

namespace scaena::render {

namespace {

constexpr std::size_t kHeavy = 20'000; // parts of outlines: about fifteen milliseconds of painting
constexpr double kRoom = 1.25;         // a picture is made so much finer than it was asked for …
constexpr double kTooFine = 2.5;       // … and does for whatever is not coarser by more than this
constexpr qsizetype kMostPictureBytes = 96 << 20; // of all pictures
constexpr double kMostPixels = 3000.0 * 3000;     // of one

}

struct ArtPictures::Inside {
    struct Entry {
        std::shared_ptr<const PreparedArt> art; ///< held, so that its address stays its own
        double scale = 1;
        QImage picture; ///< null while it is being made
    };
    std::mutex mutex;
    std::list<Entry> entries; ///< used last in front
    std::function<void()> ready;
    QThreadPool pool;

    /// The pictures used last stay; what is being made does too.
    void dropOld() {
        qsizetype bytes = 0;
        for (auto it = entries.begin(); it != entries.end();) {
            bytes += it->picture.sizeInBytes();
            it = bytes > kMostPictureBytes && !it->picture.isNull() && it != entries.begin()
                     ? entries.erase(it)
                     : std::next(it);
        }
    }
};

ArtPictures::ArtPictures(std::function<void()> ready) : m_inside(std::make_shared<Inside>()) {
    m_inside->ready = std::move(ready);
    m_inside->pool.setMaxThreadCount(1);
}

ArtPictures::~ArtPictures() {
    m_inside->pool.clear();
    m_inside->pool.waitForDone();
}

bool ArtPictures::wants(const PreparedArt& art) { return art.weight() > kHeavy; }

QImage ArtPictures::find(const std::shared_ptr<const PreparedArt>& art, double scale) {
    const QSizeF box = art->viewBox().size();
    const double most = std::sqrt(kMostPixels / std::max(1.0, box.width() * box.height()));
    const double wanted = std::min(scale, most);
    const std::lock_guard lock(m_inside->mutex);
    QImage any;
    for (auto it = m_inside->entries.begin(); it != m_inside->entries.end(); ++it) {
        if (it->art != art) {
            continue;
        }
        const bool fits = it->scale >= wanted * 0.999 && it->scale <= wanted * kTooFine;
        if (fits) {
            const QImage picture = it->picture;
            m_inside->entries.splice(m_inside->entries.begin(), m_inside->entries, it);
            if (!picture.isNull()) {
                return picture;
            }
            // It is being made: until then whatever there is.
            for (const auto& other : m_inside->entries) {
                any = other.art == art && !other.picture.isNull() ? other.picture : any;
            }
            return any;
        }
        any = it->picture.isNull() ? any : it->picture;
    }
    const double made = std::min(most, wanted * kRoom);
    m_inside->entries.push_front({art, made, {}});
    m_inside->pool.start([inside = m_inside.get(), art, made, box] {
        const QSize pixels = (box * made).toSize().expandedTo({1, 1});
        QImage picture(pixels, QImage::Format_ARGB32_Premultiplied);
        picture.fill(Qt::transparent);
        {
            QPainter painter(&picture);
            painter.setRenderHint(QPainter::Antialiasing);
            painter.scale(pixels.width() / box.width(), pixels.height() / box.height());
            painter.translate(-art->viewBox().topLeft());
            art->paint(painter, {1, 0});
        }
        {
            const std::lock_guard inner(inside->mutex);
            for (auto& entry : inside->entries) {
                if (entry.art == art && entry.scale == made) {
                    entry.picture = picture;
                }
            }
            inside->dropOld();
        }
        inside->ready();
    });
    return any;
}

}
