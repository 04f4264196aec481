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

/// A line of the text as it is seen: where a paragraph is broken, it has several.
struct LaidLine {
    struct Run {
        QRawFont font;
        QList<quint32> glyphs;
        QList<QPointF> positions;
    };
    std::vector<Run> runs;
    double left = 0, width = 0; ///< of its letters
    bool fromRight = false;
};

std::vector<LaidLine> linesOf(const QString& paragraph, const QFont& large, double wrapAt, double spacing) {
    QTextLayout layout(paragraph, large);
    QTextOption option(Qt::AlignLeft);
    option.setWrapMode(wrapAt > 0 ? QTextOption::WrapAtWordBoundaryOrAnywhere : QTextOption::NoWrap);
    layout.setTextOption(option);
    std::vector<LaidLine> lines;
    layout.beginLayout();
    for (QTextLine line = layout.createLine(); line.isValid(); line = layout.createLine()) {
        line.setLineWidth(wrapAt > 0 ? wrapAt : 1e6);
        line.setPosition({0, 0});
        if (wrapAt <= 0) {
            break;
        }
    }
    layout.endLayout();
    for (int i = 0; i < layout.lineCount(); ++i) {
        const auto line = layout.lineAt(i);
        LaidLine laid;
        // Without the space behind the last letter, nor the blank at which it was broken.
        laid.width = std::max(0.0, line.naturalTextWidth() - (line.textLength() > 0 ? spacing : 0));
        laid.fromRight = paragraph.isRightToLeft();
        // Where a text mixes fonts Qt gives its runs in an order that differs from one start to the next;
        // exports have to be the same bytes.
        auto runs = line.glyphRuns();
        std::stable_sort(runs.begin(), runs.end(), [](const QGlyphRun& one, const QGlyphRun& other) {
            return one.positions().value(0).x() < other.positions().value(0).x();
        });
        double left = 1e9;
        for (const auto& run : runs) {
            for (const auto& at : run.positions()) {
                left = std::min(left, at.x());
            }
            laid.runs.push_back({run.rawFont(), run.glyphIndexes(), run.positions()});
        }
        laid.left = runs.isEmpty() ? 0 : left;
        lines.push_back(std::move(laid));
    }
    if (lines.empty()) {
        lines.emplace_back();
    }
    return lines;
}

}

QPainterPath outlineText(const model::TextContent& text, const std::string* ownFontBytes) {
    QFont large =
        ownFontBytes ? ownFont(*ownFontBytes, text, kLargeSize) : font(text.typeface, kLargeSize, text.bold);
    large.setHintingPreference(QFont::PreferNoHinting);
    const double scale = text.size / kLargeSize;
    const double spacing = text.spacing / 100 * kLargeSize;
    if (spacing != 0) {
        large.setLetterSpacing(QFont::AbsoluteSpacing, spacing);
    }
    const QFontMetricsF metrics(large);
    const double wrapAt = text.wrapAt / scale;
    std::vector<LaidLine> lines;
    for (const auto& paragraph : QString::fromStdString(text.text).split(QLatin1Char('\n'))) {
        for (auto& line : linesOf(paragraph, large, wrapAt, spacing)) {
            lines.push_back(std::move(line));
        }
    }
    double box = wrapAt;
    for (const auto& line : lines) {
        box = std::max(box, line.width);
    }
    QPainterPath outline;
    const double step = metrics.lineSpacing() * text.lineHeight / 100;
    double y = 0;
    for (const auto& line : lines) {
        const bool toTheRight = (text.align == model::TextAlign::End) != line.fromRight;
        const double left = text.align == model::TextAlign::Centre ? -line.width / 2
                            : toTheRight                           ? box / 2 - line.width
                                                                   : -box / 2;
        for (const auto& run : line.runs) {
            for (int i = 0; i < run.glyphs.size(); ++i) {
                outline.addPath(run.font.pathForGlyph(run.glyphs[i])
                                    .translated(run.positions[i] + QPointF(left - line.left, y)));
            }
        }
        y += step;
    }
    // Centred by the lines' boxes, not by the ink: a word keeps its place when a letter with a descender is
    // added.
    const double height = metrics.lineSpacing() + step * static_cast<double>(lines.size() - 1);
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
