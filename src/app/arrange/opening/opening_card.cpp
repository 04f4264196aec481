// SPDX-License-Identifier: MIT
#include "app/arrange/opening/opening_card.h"

#include "app/arrange/card/card_fields.h"
#include "app/arrange/opening/opening_fields.h"
#include "app/arrange/opening/several_dialog.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/edit/layer_edits.h"
#include "core/edit/opening_edits.h"
#include "core/model/with_copies.h"
#include "core/project/icon_fit.h"
#include "core/project/layers_together.h"
#include "core/schedule/evaluate.h"
#include "render/base/convert.h"
#include "render/frames/painted_circle.h"

#include <QColorDialog>
#include <QGridLayout>
#include <QMenu>
#include <cmath>

namespace scaena::app {

using model::Appearance;

namespace {

constexpr int kRoomy = 800; ///< pixels
// Entries of the icon's box that are no layers; no layer's id has a space.
constexpr const char* kAppIcon = "app icon";
constexpr const char* kSeveral = "several layers";

const plan::OpeningTraits& circleTraits() { return plan::targetOf("android12").opening; }

QComboBox* makeBox(const QString& name, const QString& accessible, QWidget* parent) {
    auto* box = new QComboBox(parent);
    box->setObjectName(name);
    box->setAccessibleName(accessible);
    box->setFont(uiFont(12));
    box->setFixedHeight(22);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setMinimumContentsLength(6);
    return box;
}

/// Fills a box and chooses the entry with that id.
void fill(QComboBox* box, const std::vector<std::pair<QString, std::string>>& entries,
          const std::string& chosen) {
    const QSignalBlocker quiet(box);
    box->clear();
    for (const auto& [text, id] : entries) {
        box->addItem(text, QString::fromStdString(id));
    }
    box->setCurrentIndex(std::max(0, box->findData(QString::fromStdString(chosen))));
}

}

OpeningCard::OpeningCard(ArrangeActions& actions, QWidget* parent)
    : QWidget(parent), m_actions(actions), m_views(actions.document(), actions.preview()),
      m_wall(new OpeningWall(m_views, actions.preview(), this)) {
    setObjectName(QStringLiteral("openingCard"));
    buildCanvas();
    buildGround();
    buildIcon();
    buildPlate();
    buildFooter();
    buildBars();
    buildStill();
    buildMotion();
    m_grid = new QGridLayout;
    m_grid->setContentsMargins(0, 0, 0, 0);
    m_grid->setHorizontalSpacing(12);
    m_grid->setVerticalSpacing(6);
    OpeningTile* const tiles[] = {m_canvas, m_icon, m_plate, m_footer, m_ground, m_still, m_bars, m_motion};
    for (int i = 0; i < 8; ++i) {
        m_grid->addWidget(tiles[i], i / 4, i % 4);
    }
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(18);
    row->addLayout(m_grid);
    row->addWidget(m_wall, 1);
    connect(&m_views, &OpeningViews::changed, this, &OpeningCard::paintTiles);
}

/// Beside a device held sideways there is less room.
void OpeningCard::resizeEvent(QResizeEvent*) {
    const bool narrow = width() < kRoomy;
    m_grid->setHorizontalSpacing(narrow ? 7 : 12);
    for (auto* tile : {m_canvas, m_ground, m_icon, m_plate, m_footer, m_bars, m_still, m_motion}) {
        tile->setPictureWidth(narrow ? OpeningTile::kNarrow : OpeningTile::kWide);
    }
    paintTiles();
}

void OpeningCard::takeKeyboard() { m_wall->setFocus(Qt::ShortcutFocusReason); }

void OpeningCard::apply(const QString& verb, model::Sequence next, const char* mergeKey) {
    if (!m_filling) {
        m_actions.document().apply(verb, std::move(next), mergeKey);
    }
}

double OpeningCard::visible() const {
    const auto* icon = model::findThing(sequence().layers, sequence().opening.icon);
    return icon && model::plateOf(*icon) ? circleTraits().plateVisible : circleTraits().iconVisible;
}

// --- Canvas ------------------------------------------------------------------------------------------------

void OpeningCard::buildCanvas() {
    m_canvas = new OpeningTile(QStringLiteral("openingCanvas"), tr("Canvas"),
                               tr("The colour behind everything, by day and by night"), this);
    m_colour = new ColourBox(QStringLiteral("openingColour"), {}, m_canvas);
    m_colour->setAccessibleName(tr("Canvas"));
    m_canvas->addField(m_colour);
    auto* menu = new QMenu(m_canvas);
    m_canvas->picture()->setMenu(menu);
    connect(menu, &QMenu::aboutToShow, this, &OpeningCard::fillCanvasMenu);
    connect(m_colour, &ColourBox::chosen, this, [this](const ColourId& id) {
        auto next = sequence();
        next.opening.colour = id;
        apply(tr("canvas of the opening"), std::move(next));
    });
}

void OpeningCard::fillCanvasMenu() {
    auto* menu = m_canvas->picture()->menu();
    menu->clear();
    const auto* colour = model::find(sequence().palette, sequence().opening.colour);
    if (!colour) {
        return;
    }
    const QString name = toQString(colour->name);
    for (const auto& [appearance, text] : {std::pair(Appearance::Light, tr("“%1” by day …")),
                                           std::pair(Appearance::Dark, tr("“%1” by night …"))}) {
        const Colour value = appearance == Appearance::Dark ? colour->dark : colour->light;
        menu->addAction(QIcon(swatch(value, 14)), text.arg(name), this,
                        [this, id = colour->id, appearance] { pickColour(id, appearance); });
    }
    menu->addSeparator();
    menu->addAction(tr("A colour of its own"), this, [this, was = *colour] {
        ColourId made;
        auto next = edit::addColour(sequence(), tr("Canvas").toStdString(), was.light, was.dark, made);
        next.opening.colour = made;
        apply(tr("a canvas of its own"), std::move(next));
    });
}

void OpeningCard::pickColour(const ColourId& id, Appearance appearance) {
    const auto* colour = model::find(sequence().palette, id);
    const bool night = appearance == Appearance::Dark;
    const QColor chosen = QColorDialog::getColor(render::toQt(night ? colour->dark : colour->light), this,
                                                 toQString(colour->name));
    if (chosen.isValid()) {
        auto next = sequence();
        for (auto& it : next.palette) {
            if (it.id == id) {
                (night ? it.dark : it.light) = {std::uint8_t(chosen.red()), std::uint8_t(chosen.green()),
                                                std::uint8_t(chosen.blue()), 255};
            }
        }
        apply((night ? tr("%1 by night") : tr("%1 by day")).arg(toQString(colour->name)), std::move(next));
    }
}

// --- Icon and plate ----------------------------------------------------------------------------------------

void OpeningCard::buildIcon() {
    m_icon =
        new OpeningTile(QStringLiteral("openingIcon"), tr("Icon"),
                        tr("What stands in the middle, in the circle newer Android cuts it to. Drop a logo "
                           "here; the wheel makes it larger and smaller"),
                        this);
    m_iconLayer = makeBox(QStringLiteral("openingIconLayer"), tr("Icon of the opening"), m_icon);
    m_iconSize = makeTimeBox(QStringLiteral("openingIconSize"), 5, 100, m_icon);
    m_iconSize->setSuffix(tr(" %"));
    m_iconSize->setSingleStep(1);
    m_iconSize->setMinimumWidth(50);
    m_iconSize->setAccessibleName(tr("Size of the icon in the circle"));
    m_iconSize->setToolTip(tr("Of the circle's diameter, at rest and in the opening alike"));
    m_fit = new QToolButton(m_icon);
    m_fit->setObjectName(QStringLiteral("openingFit"));
    m_fit->setText(tr("fit"));
    m_fit->setFont(uiFont(12));
    m_fit->setFixedHeight(22);
    m_fit->setToolTip(
        tr("Fits what is really painted into the circle: as large as it may be, and in the very "
           "middle"));
    m_icon->addField(m_iconLayer);
    m_icon->addFields(m_iconSize, m_fit);
    connect(m_iconLayer, &QComboBox::activated, this, [this](int index) {
        const LayerId id(m_iconLayer->itemData(index).toString().toStdString());
        if (id == kAppIcon) {
            return useAppIcon();
        }
        if (id == kSeveral) {
            return chooseSeveral();
        }
        apply(tr("icon of the opening"),
              id.empty() ? edit::clearIcon(sequence()) : edit::makeIcon(sequence(), id));
    });
    connect(m_iconSize, &QSpinBox::valueChanged, this, [this](int percent) {
        apply(tr("size of the icon"), edit::sizeIcon(sequence(), visible() * percent / 100),
              "opening icon size");
    });
    connect(m_icon, &OpeningTile::turned, this,
            [this](int steps) { m_iconSize->setValue(m_iconSize->value() + 2 * steps); });
    connect(m_icon, &OpeningTile::dropped, this,
            [this](const QStringList& paths) { useIconFile(paths.front()); });
    connect(m_icon->picture(), &QToolButton::clicked, m_iconLayer, &QComboBox::showPopup);
    connect(m_fit, &QToolButton::clicked, this, &OpeningCard::fitToCircle);
}

/// The same art, ground and size as on the home screen.
void OpeningCard::useAppIcon() {
    const auto* layer = model::iconLayer(sequence());
    if (!layer) {
        return refresh();
    }
    const bool onPlate =
        model::iconColour(sequence()) != sequence().opening.colour && layer->as<model::ArtworkContent>();
    const double circle = onPlate ? circleTraits().plateVisible : circleTraits().iconVisible;
    // What an adaptive icon surely shows, of what it may show.
    const double part = project::iconPart(sequence(), *m_actions.document().artFiles(), *layer,
                                          project::kAdaptiveSafe / project::kAdaptiveSeen);
    apply(tr("the app's own icon in the opening"),
          edit::openWithAppIcon(sequence(), circle * part, circleTraits().plateVisible));
}

void OpeningCard::chooseSeveral() {
    refresh(); // the box shows the icon again, whatever is chosen now
    SeveralDialog dialog(sequence(), this);
    if (dialog.exec() == QDialog::Accepted) {
        m_actions.openWithTogether(dialog.layers());
    }
}

void OpeningCard::fitToCircle() {
    const auto painted =
        render::paintedCircle(sequence(), *m_actions.document().artFiles(), sequence().opening.icon);
    apply(tr("fit the icon to the circle"), edit::fitIcon(sequence(), painted, visible()));
}

void OpeningCard::buildPlate() {
    m_plate =
        new OpeningTile(QStringLiteral("openingPlate"), tr("Plate"),
                        tr("A disc behind the icon. On newer Android the circle is smaller with one: 160 "
                           "instead of 192 dp"),
                        this);
    m_plateColour = new ColourBox(QStringLiteral("openingPlateColour"), tr("none"), m_plate);
    m_plateColour->setAccessibleName(tr("Colour of the plate"));
    m_plateSize = makeTimeBox(QStringLiteral("openingPlateSize"), 8, 600, m_plate);
    m_plateSize->setSuffix(tr(" dp"));
    m_plateSize->setSingleStep(1);
    m_plateSize->setAccessibleName(tr("Diameter of the plate"));
    m_plateSize->setToolTip(tr("In still pictures and after the opening; newer Android's is always 160 dp"));
    m_plate->addField(m_plateColour);
    m_plate->addField(m_plateSize);
    connect(m_plateColour, &ColourBox::chosen, this, [this](const ColourId& id) {
        apply(id.empty() ? tr("no plate") : tr("plate of the icon"),
              edit::setPlate(sequence(), id, circleTraits().plateVisible));
    });
    connect(m_plateSize, &QSpinBox::valueChanged, this, [this](int diameter) {
        apply(tr("size of the plate"), edit::setPlateDiameter(sequence(), diameter), "opening plate size");
    });
    connect(m_plate, &OpeningTile::turned, this,
            [this](int steps) { m_plateSize->setValue(m_plateSize->value() + 4 * steps); });
    connect(m_plate->picture(), &QToolButton::clicked, m_plateColour, &QComboBox::showPopup);
}

// --- Footer mark and bars ----------------------------------------------------------------------------------

void OpeningCard::buildFooter() {
    m_footer =
        new OpeningTile(QStringLiteral("openingFooter"), tr("Footer mark"),
                        tr("A small mark near the lower edge: art or a picture, at most 200 × 80 dp on newer "
                           "Android. Drop one here"),
                        this);
    m_footerLayer = makeBox(QStringLiteral("openingFooterLayer"), tr("Footer mark"), m_footer);
    m_footer->addField(m_footerLayer);
    connect(m_footerLayer, &QComboBox::activated, this, [this](int index) {
        chooseFooter(LayerId(m_footerLayer->itemData(index).toString().toStdString()));
    });
    connect(m_footer, &OpeningTile::dropped, this,
            [this](const QStringList& paths) { useFooterFile(paths.front()); });
    connect(m_footer->picture(), &QToolButton::clicked, m_footerLayer, &QComboBox::showPopup);
}

void OpeningCard::chooseFooter(const LayerId& id) {
    apply(id.empty() ? tr("no footer mark") : tr("footer mark of the opening"),
          id.empty() ? edit::clearFooter(sequence()) : edit::setFooter(sequence(), id));
}

void OpeningCard::buildBars() {
    m_bars = new OpeningTile(QStringLiteral("openingBars"), tr("System bars"),
                             tr("The system's own bars while the sequence plays"), this);
    m_barContent = makeBox(QStringLiteral("openingBarContent"), tr("System bars"), m_bars);
    m_barContent->addItems({tr("automatic"), tr("light content"), tr("dark content"), tr("hidden")});
    m_bars->addField(m_barContent);
    connect(m_barContent, &QComboBox::activated, this, [this](int index) {
        auto next = sequence();
        next.bars.shown = index < 3;
        if (next.bars.shown) {
            next.bars.content = static_cast<model::BarContent>(index);
        }
        apply(tr("system bars"), std::move(next));
    });
    connect(m_bars->picture(), &QToolButton::clicked, m_barContent, &QComboBox::showPopup);
}

// --- Files dropped on a tile -------------------------------------------------------------------------------

void OpeningCard::useIconFile(const QString& path) {
    m_actions.addFilesFor({path}, [](model::Sequence it, const LayerId& made) {
        const auto* layer = model::findThing(std::as_const(it).layers, made);
        return model::canBeIcon(layer->kind()) ? edit::makeIcon(std::move(it), made) : it;
    });
}

void OpeningCard::useFooterFile(const QString& path) {
    m_actions.addFilesFor({path}, [](model::Sequence it, const LayerId& made) {
        if (it.opening.icon == made) { // the first artwork there is
            it = edit::clearIcon(std::move(it));
        }
        return edit::setFooter(std::move(it), made);
    });
}

// --- Showing the document ----------------------------------------------------------------------------------

void OpeningCard::fillLayerBoxes() {
    std::vector<std::pair<QString, std::string>> icons = {{tr("none"), {}}};
    std::vector<std::pair<QString, std::string>> footers = {{tr("none"), {}}};
    for (const auto& layer : sequence().layers) {
        if (model::isCopy(layer)) {
            continue;
        }
        if (model::canBeIcon(layer.kind())) {
            icons.emplace_back(toQString(layer.name), layer.id);
        }
        if (model::canBeFooter(layer.kind()) || layer.as<model::ArtworkContent>()) {
            footers.emplace_back(toQString(layer.name), layer.id);
        }
    }
    if (icons.size() > 1) {
        icons.emplace_back(tr("the app's own icon"), kAppIcon);
    }
    if (std::ranges::count_if(sequence().layers, project::canJoin) > 1) {
        icons.emplace_back(tr("several layers …"), kSeveral);
    }
    fill(m_iconLayer, icons, sequence().opening.icon);
    fill(m_footerLayer, footers, sequence().opening.footer);
}

void OpeningCard::refresh() {
    const auto& s = sequence();
    m_filling = true;
    m_colour->show(s.palette, s.opening.colour);
    fillLayerBoxes();
    const auto* icon = model::findThing(s.layers, s.opening.icon);
    const auto* artwork = icon ? icon->as<model::ArtworkContent>() : nullptr;
    const auto* plate = icon ? model::plateOf(*icon) : nullptr;
    m_plateColour->show(s.palette, plate ? plate->colour : model::ColourRef());
    m_plateColour->setEnabled(artwork);
    m_plateSize->setEnabled(plate);
    m_plateSize->setValue(plate ? qRound(plate->diameter) : 160);
    m_iconSize->setEnabled(icon);
    m_fit->setEnabled(icon);
    if (icon) {
        const double longest = std::max(icon->place.width, icon->place.height);
        m_iconSize->setMaximum(std::max(100, qRound(longest / visible() * 100)));
        m_iconSize->setValue(qRound(longest / visible() * 100));
    }
    m_barContent->setCurrentIndex(s.bars.shown ? static_cast<int>(s.bars.content) : 3);
    const auto* ground = edit::groundOf(s);
    m_groundWhat->setText(ground && model::pictureOf(*ground) ? toQString(ground->name) : tr("none"));
    const auto count = std::ranges::count_if(s.opening.layers, [&](const LayerId& id) {
        const auto* layer = model::findThing(s.layers, id);
        return layer && schedule::canBeStatic(layer->kind());
    });
    m_stillWhat->setText(count == 1 ? tr("1 layer") : tr("%1 layers").arg(count));
    m_filling = false;
    paintTiles();
}

}
