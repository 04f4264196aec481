// SPDX-License-Identifier: MIT
#include "render/text/text_outline.h"

#include "render/base/convert.h"
#include "render/text/fonts.h"

#include <QFontMetricsF>
#include <QGlyphRun>
#include <QRawFont>
#include <QTextBoundaryFinder>
#include <QTextLayout>
#include <QTextOption>
#include <algorithm>

namespace scaena::render {

namespace {
constexpr double kLargeSize = 256;
constexpr std::size_t kRemembered = 32;

/// Where a text mixes fonts Qt gives its runs in an order that differs from one start to the next; exports
/// have to be the same bytes.
QList<QGlyphRun> runsInOrder(const QTextLayout& layout) {
    auto runs = layout.glyphRuns();
    std::stable_sort(runs.begin(), runs.end(), [](const QGlyphRun& a, const QGlyphRun& b) {
        return a.positions().value(0).x() < b.positions().value(0).x();
    });
    return runs;
}
}

QPainterPath outlineText(const model::TextContent& text, const std::string* ownFontBytes) {
    QFont large =
        ownFontBytes ? ownFont(*ownFontBytes, text, kLargeSize) : font(text.typeface, kLargeSize, text.bold);
    large.setHintingPreference(QFont::PreferNoHinting);
    QPainterPath outline;
    const QFontMetricsF metrics(large);
    const auto lines = QString::fromStdString(text.text).split(QLatin1Char('\n'));
    double y = 0;
    for (const auto& line : lines) {
        QTextLayout layout(line, large);
        QTextOption option(Qt::AlignLeft);
        option.setWrapMode(QTextOption::NoWrap);
        layout.setTextOption(option);
        layout.beginLayout();
        QTextLine laid = layout.createLine();
        if (laid.isValid()) {
            laid.setLineWidth(1e6);
        }
        layout.endLayout();
        const double width = laid.isValid() ? laid.naturalTextWidth() : 0;
        for (const auto& run : runsInOrder(layout)) {
            const auto glyphs = run.glyphIndexes();
            const auto positions = run.positions();
            for (int i = 0; i < glyphs.size(); ++i) {
                outline.addPath(
                    run.rawFont().pathForGlyph(glyphs[i]).translated(positions[i] + QPointF(-width / 2, y)));
            }
        }
        y += metrics.lineSpacing();
    }
    // Centred by the lines' boxes, not by the ink: a word keeps its place when a letter with a descender is
    // added.
    const double height = metrics.lineSpacing() * static_cast<double>(lines.size());
    const double scale = text.size / kLargeSize;
    return QTransform::fromScale(scale, scale).map(outline.translated(0, -height / 2));
}

std::vector<std::string> missingLetters(const model::TextContent& text, const std::string* ownFontBytes) {
    const QFont used =
        ownFontBytes ? ownFont(*ownFontBytes, text, kLargeSize) : font(text.typeface, kLargeSize, text.bold);
    const auto whole = QString::fromStdString(text.text);
    QTextBoundaryFinder finder(QTextBoundaryFinder::Grapheme, whole);
    std::vector<std::string> missing;
    for (qsizetype from = 0, to = finder.toNextBoundary(); to > from;
         from = to, to = finder.toNextBoundary()) {
        const auto letter = whole.mid(from, to - from);
        const auto first = letter.toUcs4().value(0);
        if (QChar::isSpace(first) || QChar::category(first) == QChar::Other_Format ||
            QChar::category(first) == QChar::Other_Control) {
            continue;
        }
        QTextLayout layout(letter, used);
        layout.beginLayout();
        layout.createLine();
        layout.endLayout();
        bool isShown = false, isBox = false;
        for (const auto& run : layout.glyphRuns()) {
            for (const auto glyph : run.glyphIndexes()) {
                isBox = isBox || glyph == 0;
                isShown = isShown || !run.rawFont().pathForGlyph(glyph).isEmpty();
            }
        }
        auto name = letter.toStdString();
        if ((isBox || !isShown) && std::find(missing.begin(), missing.end(), name) == missing.end()) {
            missing.push_back(std::move(name));
        }
    }
    return missing;
}

QtTextOutliner::Entry& QtTextOutliner::entryOf(const model::TextContent& text,
                                               const std::string* ownFont) const {
    for (auto& it : m_entries) {
        if (it.text == text && it.ownFont.has_value() == (ownFont != nullptr) &&
            (!ownFont || *it.ownFont == *ownFont)) {
            return it;
        }
    }
    if (m_entries.size() == kRemembered) {
        m_entries.pop_front();
    }
    return m_entries.emplace_back(Entry{text, ownFont ? std::optional(*ownFont) : std::nullopt, {}, {}});
}

std::vector<std::string> QtTextOutliner::missing(const model::TextContent& text,
                                                 const std::string* ownFont) const {
    const std::lock_guard lock(m_mutex);
    auto& entry = entryOf(text, ownFont);
    if (!entry.missing) {
        entry.missing = missingLetters(text, ownFont);
    }
    return *entry.missing;
}

art::Path QtTextOutliner::outline(const model::TextContent& text, const std::string* ownFont) const {
    // Held while an outline is made: two threads that ask for the same one are the rule, not the exception.
    const std::lock_guard lock(m_mutex);
    auto& entry = entryOf(text, ownFont);
    if (!entry.outline) {
        entry.outline = fromQt(outlineText(text, ownFont));
    }
    return *entry.outline;
}

}
