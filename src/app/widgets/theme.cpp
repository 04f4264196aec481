// SPDX-License-Identifier: MIT
#include "app/widgets/theme.h"

#include "render/text/fonts.h"

#include <QApplication>
#include <QPalette>

static void initIconResources() {
    Q_INIT_RESOURCE(icons);
} // a static library's resources have to be asked for

namespace scaena::app {

namespace {

Theme dayTheme() {
    return {false,     "#F4EFE6", "#FBF8F2", "#D8CFBF", "#23272F", "#5B6170", "#2F5D8A",
            "#8A6206", "#2D7D72", "#6E4272", "#B23A48", "#7A5230", "#5B6170", "#EFE6D6"};
}

Theme nightTheme() {
    return {true,      "#1E2027", "#262933", "#3A3F4C", "#ECE6DA", "#A3A7B3", "#7FB0E0",
            "#DDB04A", "#6FC4B6", "#C792CC", "#F08793", "#D2A27A", "#A3A7B3", "#333746"};
}

Theme& current() {
    static Theme theme = dayTheme();
    return theme;
}

}

QColor Theme::inkOf(model::BeatKind kind) const {
    switch (kind) {
    case model::BeatKind::Opening:
        return slate;
    case model::BeatKind::Play:
        return woad;
    case model::BeatKind::Hold:
        return weld;
    case model::BeatKind::Wait:
        return verdigris;
    case model::BeatKind::HandOff:
        return plum;
    }
    return ink;
}

const Theme& theme() { return current(); }

void chooseInks(bool night) {
    current() = night ? nightTheme() : dayTheme();
    const auto& t = theme();
    QPalette palette;
    palette.setColor(QPalette::Window, t.desk);
    palette.setColor(QPalette::WindowText, t.ink);
    palette.setColor(QPalette::Base, t.page);
    palette.setColor(QPalette::AlternateBase, t.tint);
    palette.setColor(QPalette::Text, t.ink);
    palette.setColor(QPalette::Button, t.page);
    palette.setColor(QPalette::ButtonText, t.ink);
    palette.setColor(QPalette::Highlight, t.woad);
    palette.setColor(QPalette::HighlightedText, t.page);
    palette.setColor(QPalette::ToolTipBase, t.page);
    palette.setColor(QPalette::ToolTipText, t.ink);
    palette.setColor(QPalette::PlaceholderText, t.faint);
    palette.setColor(QPalette::Link, t.woad);
    QApplication::setPalette(palette);
}

void setNight(bool night) {
    initIconResources();
    chooseInks(night);
    QApplication::setFont(uiFont());
    qApp->setStyleSheet(styleSheet());
}

/// What every widget looks like, with the names of inks and papers in it.
static constexpr const char* kStyleSheet = R"(
        QMainWindow, QDialog { background: @desk; }
        QMenuBar { background: @desk; color: @ink; border: none; padding: 1px 6px; }
        QMenuBar::item { padding: 3px 9px; background: transparent; border-radius: 3px; }
        QMenuBar::item:selected { background: @tint; }
        QMenu { background: @page; color: @ink; border: 1px solid @rule; padding: 4px; }
        QMenu::item { padding: 4px 26px 4px 16px; border-radius: 3px; }
        QMenu::item:selected { background: @tint; color: @ink; }
        QMenu::item:disabled { color: @faint; }
        QMenu::separator { height: 1px; background: @rule; margin: 4px 8px; }
        QToolTip { background: @page; color: @ink; border: 1px solid @rule; padding: 3px; }
        QLabel { color: @ink; background: transparent; }
        QLabel[quiet="true"] { color: @faint; }
        QLabel[heading="true"] { color: @madder; font-weight: 600; }
        QAbstractSpinBox, QLineEdit, QComboBox { background: transparent; color: @ink; border: none; border-bottom: 1px solid @rule;
            padding: 1px 2px; selection-background-color: @woad; selection-color: @page; }
        QAbstractSpinBox:hover, QLineEdit:hover, QComboBox:hover { border-bottom: 1px solid @faint; }
        QAbstractSpinBox:focus, QLineEdit:focus, QComboBox:focus { border-bottom: 2px solid @woad; background: @tint; }
        QAbstractSpinBox:disabled, QComboBox:disabled { color: @faint; }
        QComboBox::drop-down { border: none; width: 14px; }
        QComboBox::down-arrow { image: url(:/scaena/icons/@chevron.png); width: 9px; height: 9px; }
        QComboBox QAbstractItemView { background: @page; color: @ink; border: 1px solid @rule; selection-background-color: @tint;
            selection-color: @ink; outline: none; }
        QCheckBox { color: @ink; spacing: 6px; }
        QCheckBox:disabled { color: @faint; }
        QCheckBox::indicator { width: 13px; height: 13px; border: 1px solid @faint; border-radius: 3px; background: @page; }
        QCheckBox::indicator:checked { background: @woad; border-color: @woad; image: url(:/scaena/icons/@tick.png); }
        QCheckBox::indicator:disabled { border-color: @rule; }
        QCheckBox::indicator:checked:disabled { background: @faint; border-color: @faint; }
        QCheckBox::indicator:hover, QCheckBox::indicator:focus { border-color: @woad; background: @tint; }
        QCheckBox::indicator:checked:hover, QCheckBox::indicator:checked:focus { background: @woad; border-color: @ink; }
        QTabBar#pageTabs::tab { background: transparent; color: @faint; border: none; border-bottom: 2px solid transparent;
            padding: 6px 2px; margin-right: 20px; }
        QTabBar#pageTabs::tab:selected { color: @ink; border-bottom: 2px solid @woad; }
        QTabBar#pageTabs::tab:hover { color: @ink; }
        QPushButton { background: @page; color: @ink; border: 1px solid @rule; border-radius: 4px; padding: 5px 14px; }
        QPushButton:hover { border-color: @faint; background: @tint; }
        QPushButton:focus { border: 2px solid @woad; padding: 4px 13px; }
        QPushButton:disabled { color: @faint; }
        QToolButton { background: transparent; color: @woad; border: none; padding: 1px 2px; }
        QToolButton:hover, QToolButton:focus { background: @tint; border-radius: 3px; }
        QToolButton::menu-indicator { image: none; width: 0; }
        QDialogButtonBox { dialogbuttonbox-buttons-have-icons: 0; }
        QListWidget, QTextBrowser, QTreeWidget { background: @page; color: @ink; border: 1px solid @rule; }
        QScrollArea { background: transparent; border: none; }
        QScrollBar:vertical { background: transparent; width: 9px; margin: 0; }
        QScrollBar::handle:vertical { background: @rule; border-radius: 4px; min-height: 24px; }
        QScrollBar:horizontal { background: transparent; height: 9px; margin: 0; }
        QScrollBar::handle:horizontal { background: @rule; border-radius: 4px; min-width: 24px; }
        QScrollBar::add-line, QScrollBar::sub-line, QScrollBar::add-page, QScrollBar::sub-page { background: transparent; border: none; width: 0; height: 0; }
    )";

QString styleSheet() {
    const auto& t = theme();
    QString sheet = QString::fromUtf8(kStyleSheet);
    const std::pair<const char*, QColor> names[] = {
        {"@desk", t.desk},   {"@page", t.page}, {"@rule", t.rule}, {"@ink", t.ink},
        {"@faint", t.faint}, {"@tint", t.tint}, {"@woad", t.woad}, {"@madder", t.madder}};
    sheet.replace(QLatin1String("@chevron"),
                  t.night ? QLatin1String("chevron-night") : QLatin1String("chevron"));
    sheet.replace(QLatin1String("@tick"), t.night ? QLatin1String("tick-night") : QLatin1String("tick"));
    for (const auto& [name, colour] : names) {
        sheet.replace(QLatin1String(name), colour.name());
    }
    return sheet;
}

QFont uiFont(int pixels, bool bold) { return render::font(model::Typeface::Sans, pixels, bold); }
QFont nameFont(int pixels, bool bold) { return render::font(model::Typeface::Serif, pixels, bold); }
QFont timeFont(int pixels) { return render::font(model::Typeface::Mono, pixels); }

}
