// SPDX-License-Identifier: MIT
#include "app/arrange/shelf/palette_page.h"

#include "app/widgets/phrasing.h"
#include "app/widgets/quiet_scroll.h"
#include "app/widgets/theme.h"
#include "core/edit/layer_edits.h"
#include "render/base/convert.h"

#include <QColorDialog>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QToolButton>
#include <QVBoxLayout>

namespace scaena::app {

using model::Appearance;

namespace {

/// Marks need 3 to 1 (WCAG 2.2, 1.4.11); text needs 4.5.
constexpr double kMark = 3, kText = 4.5;
constexpr int kTwoColumns = 700; // pixels from which two colours stand side by side
constexpr int kCells = 7;        // a colour takes so many

Colour fromQt(const QColor& c) {
    return {static_cast<std::uint8_t>(c.red()), static_cast<std::uint8_t>(c.green()),
            static_cast<std::uint8_t>(c.blue()), static_cast<std::uint8_t>(c.alpha())};
}

QString swatchStyle(Colour colour) {
    return QStringLiteral(
               "QToolButton { background: %1; border: 1px solid %2; border-radius: 3px; } QToolButton:focus, "
               "QToolButton:hover { border: 2px solid %3; }")
        .arg(render::toQt(colour).name(), theme().faint.name(), theme().woad.name());
}

}

PalettePage::PalettePage(ArrangeActions& actions, QWidget* parent)
    : QWidget(parent), m_actions(actions), m_rows(new QWidget(this)), m_grid(new QGridLayout(m_rows)) {
    setObjectName(QStringLiteral("palettePage"));
    m_grid->setContentsMargins(0, 0, 6, 0);
    m_grid->setHorizontalSpacing(8);
    m_grid->setVerticalSpacing(3);
    auto* scroll = makeQuietScroll(m_rows, this);
    auto* about = new QLabel(
        tr("Everything a sequence paints takes its colour from here. The figures tell how well it stands "
           "out from the canvas by day and by night: 3 is enough for marks, 4.5 for text."),
        this);
    about->setProperty("quiet", true);
    about->setFont(uiFont(11));
    about->setWordWrap(true);
    auto* add = new QToolButton(this);
    add->setObjectName(QStringLiteral("addColour"));
    add->setText(tr("+ Colour"));
    add->setToolTip(tr("A new colour of the palette"));
    add->setFont(uiFont(12));
    auto* foot = new QHBoxLayout;
    foot->addWidget(add);
    foot->addSpacing(10);
    foot->addWidget(about, 1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addWidget(scroll, 1);
    column->addLayout(foot);
    connect(add, &QToolButton::clicked, this, &PalettePage::addColour);
    connect(&actions.document(), &Document::changed, this, [this](const edit::ChangeSet& changes) {
        if (changes.touches(edit::Kind::Colour) || changes.touches(edit::Kind::Layer) ||
            changes.touches(edit::Kind::Sequence)) {
            update();
        }
    });
    update();
}

void PalettePage::resizeEvent(QResizeEvent*) {
    const int columns = width() >= kTwoColumns ? 2 : 1;
    if (columns != m_columns) {
        m_columns = columns;
        m_shown.clear();
        update();
    }
}

void PalettePage::update() {
    const auto& s = *m_actions.document().sequence();
    if (s.palette == m_shown && s.opening.colour == m_shownCanvas) {
        return;
    }
    // While a name is being typed only the values change; the rows stay, or the cursor would be lost.
    const bool sameRows =
        m_shown.size() == s.palette.size() && m_shownCanvas == s.opening.colour &&
        std::equal(m_shown.begin(), m_shown.end(), s.palette.begin(), [](const auto& a, const auto& b) {
            return a.id == b.id && a.light == b.light && a.dark == b.dark;
        });
    m_shown = s.palette;
    m_shownCanvas = s.opening.colour;
    if (sameRows) {
        return;
    }
    qDeleteAll(m_rows->findChildren<QWidget*>(Qt::FindDirectChildrenOnly));
    for (int i = 0; i < static_cast<int>(s.palette.size()); ++i) {
        addRow(i, s.palette[static_cast<std::size_t>(i)], model::find(s.palette, s.opening.colour));
    }
    m_grid->setRowStretch(static_cast<int>(s.palette.size()) / m_columns + 1, 1);
    m_grid->setColumnMinimumWidth(kCells - 1, 22);
}

void PalettePage::addRow(int index, const model::PaletteColour& colour, const model::PaletteColour* canvas) {
    const int row = index / m_columns;
    int column = index % m_columns * kCells;
    m_grid->addWidget(makeName(colour), row, column++);
    for (const auto appearance : {Appearance::Light, Appearance::Dark}) {
        m_grid->addWidget(makeSwatch(colour, appearance), row, column++);
    }
    if (!canvas || canvas->id == colour.id) {
        auto* note = new QLabel(tr("the canvas"), m_rows);
        note->setProperty("quiet", true);
        note->setFont(uiFont(11));
        m_grid->addWidget(note, row, column);
        return;
    }
    addContrast(colour, *canvas, row, column);
    auto* gone = new QToolButton(m_rows);
    gone->setFont(uiFont(12));
    gone->setObjectName(QStringLiteral("remove-") + QString::fromStdString(colour.id));
    gone->setText(QStringLiteral("×"));
    gone->setToolTip(tr("Removes the colour; what uses it takes the canvas's"));
    gone->setAccessibleName(tr("Remove %1").arg(toQString(colour.name)));
    connect(
        gone, &QToolButton::clicked, this, [this, id = colour.id] { remove(id); }, Qt::QueuedConnection);
    m_grid->addWidget(gone, row, column + 2);
}

QWidget* PalettePage::makeName(const model::PaletteColour& colour) {
    const ColourId id = colour.id;
    auto* name = new QLineEdit(toQString(colour.name), m_rows);
    name->setObjectName(QStringLiteral("colourName-") + QString::fromStdString(id));
    name->setFont(uiFont(12));
    name->setFixedHeight(22);
    name->setMinimumWidth(96);
    name->setCursorPosition(0);
    name->setAccessibleName(tr("Name of the colour"));
    connect(name, &QLineEdit::editingFinished, this, [this, id, name] {
        auto next = *m_actions.document().sequence();
        for (auto& it : next.palette) {
            if (it.id == id && !name->text().isEmpty()) {
                it.name = name->text().toStdString().substr(0, 200);
            }
        }
        m_actions.document().apply(tr("rename a colour"), std::move(next));
    });
    return name;
}

QWidget* PalettePage::makeSwatch(const model::PaletteColour& colour, Appearance appearance) {
    const bool dark = appearance == Appearance::Dark;
    const Colour value = dark ? colour.dark : colour.light;
    auto* swatch = new QToolButton(m_rows);
    swatch->setObjectName((dark ? QStringLiteral("dark-") : QStringLiteral("light-")) +
                          QString::fromStdString(colour.id));
    swatch->setFixedSize(44, 20);
    swatch->setStyleSheet(swatchStyle(value));
    swatch->setToolTip((dark ? tr("%1 by night: %2") : tr("%1 by day: %2"))
                           .arg(toQString(colour.name), QString::fromStdString(toHex(value))));
    swatch->setAccessibleName(swatch->toolTip());
    swatch->setFocusPolicy(Qt::TabFocus);
    connect(swatch, &QToolButton::clicked, this,
            [this, id = colour.id, appearance] { pick(id, appearance); });
    return swatch;
}

/// How far it stands out from the canvas, and a proposal where that is not enough.
void PalettePage::addContrast(const model::PaletteColour& colour, const model::PaletteColour& canvas, int row,
                              int column) {
    const QString key = QString::fromStdString(colour.id);
    const double day = contrastRatio(colour.light, canvas.light);
    const double night = contrastRatio(colour.dark, canvas.dark);
    auto* contrast = new QLabel(QStringLiteral("%1 · %2").arg(day, 0, 'f', 1).arg(night, 0, 'f', 1), m_rows);
    contrast->setObjectName(QStringLiteral("contrast-") + key);
    contrast->setFont(timeFont(11));
    const bool weak = day < kMark || night < kMark;
    contrast->setStyleSheet(QStringLiteral("color: %1").arg((weak ? theme().umber : theme().faint).name()));
    contrast->setToolTip(
        tr("Contrast to the canvas by day and by night. Marks need %1, text %2.").arg(kMark).arg(kText));
    m_grid->addWidget(contrast, row, column);
    if (weak) {
        const auto when = night < kMark ? Appearance::Dark : Appearance::Light;
        auto* mend = new QToolButton(m_rows);
        mend->setFont(uiFont(11));
        mend->setObjectName(QStringLiteral("propose-") + key);
        mend->setText(night < kMark ? tr("mend the night") : tr("mend the day"));
        mend->setToolTip(tr("Gives it a value of the same hue that stands out from the canvas"));
        connect(
            mend, &QToolButton::clicked, this, [this, id = colour.id, when] { propose(id, when); },
            Qt::QueuedConnection);
        m_grid->addWidget(mend, row, column + 1);
    }
}

void PalettePage::setValue(const ColourId& colour, Appearance appearance, Colour value) {
    auto next = *m_actions.document().sequence();
    for (auto& it : next.palette) {
        if (it.id == colour) {
            (appearance == Appearance::Dark ? it.dark : it.light) = value;
        }
    }
    const auto* named = model::find(next.palette, colour);
    const QString name = named ? toQString(named->name) : QString();
    m_actions.document().apply(
        (appearance == Appearance::Dark ? tr("%1 by night") : tr("%1 by day")).arg(name), std::move(next));
}

void PalettePage::pick(const ColourId& colour, Appearance appearance) {
    const auto* it = model::find(m_actions.document().sequence()->palette, colour);
    const Colour now = appearance == Appearance::Dark ? it->dark : it->light;
    const QColor chosen =
        QColorDialog::getColor(render::toQt(now), this, toQString(it->name), QColorDialog::ShowAlphaChannel);
    if (chosen.isValid()) {
        setValue(colour, appearance, fromQt(chosen));
    }
}

void PalettePage::propose(const ColourId& colour, Appearance appearance) {
    const auto& s = *m_actions.document().sequence();
    const auto* it = model::find(s.palette, colour);
    const auto* canvas = model::find(s.palette, s.opening.colour);
    if (it && canvas) {
        const bool dark = appearance == Appearance::Dark;
        setValue(colour, appearance,
                 model::proposedFor(dark ? it->dark : it->light, dark ? canvas->dark : canvas->light));
    }
}

void PalettePage::addColour() {
    ColourId made;
    const auto& s = *m_actions.document().sequence();
    const auto* canvas = model::find(s.palette, s.opening.colour);
    const Colour light =
        canvas ? model::proposedFor({0x2F, 0x5D, 0x8A, 255}, canvas->light) : Colour{0x2F, 0x5D, 0x8A, 255};
    const Colour dark = canvas ? model::proposedFor(light, canvas->dark) : light;
    m_actions.document().apply(tr("add a colour"),
                               edit::addColour(s, tr("Colour").toStdString(), light, dark, made));
}

void PalettePage::remove(const ColourId& colour) {
    const auto& s = *m_actions.document().sequence();
    m_actions.document().apply(tr("remove a colour"), edit::removeColour(s, colour, s.opening.colour));
}

}
