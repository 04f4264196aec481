// SPDX-License-Identifier: MIT
#include "app/export/code_colours.h"

#include "app/widgets/theme.h"

#include <QRegularExpression>

namespace scaena::app {

void CodeColours::show(const QString& path, std::vector<exporting::DiffLine> diff) {
    const auto ends = [&](std::initializer_list<const char*> endings) {
        return std::any_of(endings.begin(), endings.end(),
                           [&](const char* it) { return path.endsWith(QLatin1String(it)); });
    };
    m_language = ends({".kt", ".swift", ".dart", ".ts", ".tsx", ".js", ".json", ".css", ".webmanifest", ".m"})
                     ? Language::Code
                 : ends({".xml", ".storyboard", ".plist", ".html"}) ? Language::Markup
                                                                    : Language::Plain;
    m_diff = std::move(diff);
    rehighlight();
}

void CodeColours::highlightBlock(const QString& text) {
    static const QRegularExpression words(
        QStringLiteral("\\b(abstract|as|async|await|break|case|class|const|constructor|continue|default|else|"
                       "enum|export|extends|"
                       "extension|final|for|from|fun|func|function|get|guard|if|implements|import|in|init|"
                       "interface|is|late|let|new|"
                       "null|nil|object|override|package|private|protocol|readonly|required|return|self|"
                       "static|struct|super|switch|"
                       "this|throw|true|false|try|type|val|var|void|when|where|while)\\b"));
    static const QRegularExpression numbers(QStringLiteral("\\b(0x[0-9A-Fa-f]+|\\d[\\d_.]*)\\b"));
    static const QRegularExpression strings(QStringLiteral("\"(?:\\\\.|[^\"\\\\])*\"|'(?:\\\\.|[^'\\\\])*'"));
    static const QRegularExpression tags(QStringLiteral("</?[\\w:-]+|/?>"));
    static const QRegularExpression comments(QStringLiteral("(^|\\s)//.*$|^\\s*/?\\*.*$|<!--.*-->"));
    const auto paint = [&](const QRegularExpression& what, const QColor& ink) {
        for (auto it = what.globalMatch(text); it.hasNext();) {
            const auto match = it.next();
            setFormat(static_cast<int>(match.capturedStart()), static_cast<int>(match.capturedLength()), ink);
        }
    };
    if (m_language == Language::Code) {
        paint(numbers, theme().weld);
        paint(words, theme().woad);
    } else if (m_language == Language::Markup) {
        paint(tags, theme().woad);
    }
    if (m_language != Language::Plain) {
        paint(strings, theme().verdigris);
        paint(comments, theme().faint);
    }
    const auto line = static_cast<std::size_t>(currentBlock().blockNumber());
    if (line < m_diff.size() && m_diff[line].kind != exporting::LineKind::Same) {
        QColor paper = m_diff[line].kind == exporting::LineKind::New ? theme().verdigris : theme().madder;
        paper.setAlpha(44);
        for (int i = 0; i < text.size(); ++i) {
            auto charFormat = format(i);
            charFormat.setBackground(paper);
            setFormat(i, 1, charFormat);
        }
    }
}

}
