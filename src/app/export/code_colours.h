// SPDX-License-Identifier: MIT
#pragma once

#include "export/common/line_diff.h"

#include <QSyntaxHighlighter>

namespace scaena::app {

/// Inks of comments, strings, numbers and words that structure, for all languages an export writes; and the
/// paper of lines that are new or gone.
class CodeColours : public QSyntaxHighlighter {
    Q_OBJECT
public:
    using QSyntaxHighlighter::QSyntaxHighlighter;
    /// `diff` empty: plain text, no lines marked.
    void show(const QString& path, std::vector<exporting::DiffLine> diff);

protected:
    void highlightBlock(const QString& text) override;

private:
    enum class Language { Code, Markup, Plain };
    Language m_language = Language::Plain;
    std::vector<exporting::DiffLine> m_diff;
};

}
