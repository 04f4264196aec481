// SPDX-License-Identifier: MIT
#include "app/arrange/shelf/icon_page.h"

#include "app/arrange/card/card_fields.h"
#include "app/widgets/phrasing.h"
#include "app/widgets/theme.h"
#include "core/model/with_copies.h"

#include <QHBoxLayout>
#include <QHelpEvent>
#include <QLabel>
#include <QPainter>
#include <QSignalBlocker>
#include <QToolTip>

namespace scaena::app {

using model::Appearance;
using render::IconLook;

namespace {

constexpr int kTile = 60;            // pixels
constexpr int kIconLaterMillis = 80; // the pictures follow the numbers when these rest for a moment

struct LookWords {
    QString name, about;
};

LookWords wordsOf(IconLook look) {
    switch (look) {
    case IconLook::Circle:
        return {QObject::tr("circle"), QObject::tr("Android: an adaptive icon, cut to a circle")};
    case IconLook::Soft:
        return {QObject::tr("soft"), QObject::tr("Android: the same icon, cut to soft corners")};
    case IconLook::Themed:
        return {QObject::tr("themed"),
                QObject::tr("Android 13 and later: the art's shape alone in the wallpaper's colours")};
    case IconLook::Rounded:
        return {QObject::tr("rounded"),
                QObject::tr("iOS: the whole square with rounded corners; an icon of its "
                            "own by night")};
    case IconLook::Plain:
        return {QObject::tr("plain"), QObject::tr("Web: the art alone, as in a browser's tab")};
    case IconLook::Maskable:
        return {QObject::tr("maskable"),
                QObject::tr("Web: cut to the circle that every mask of an installed app keeps")};
    }
    return {};
}

}

IconPreviews::IconPreviews(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("iconPreviews"));
    setAccessibleName(tr("The icon on home screens by day and by night"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

void IconPreviews::show(const model::Sequence& sequence, const project::ArtFiles& shelf) {
    const int side = int(kTile * devicePixelRatioF());
    for (int look = 0; look < render::kIconLooks; ++look) {
        for (const auto appearance : {Appearance::Light, Appearance::Dark}) {
            m_pictures[static_cast<std::size_t>(look)][appearance == Appearance::Dark ? 1 : 0] =
                render::iconImage(sequence, shelf, static_cast<IconLook>(look), appearance, side);
        }
    }
    QWidget::update();
}

const QImage& IconPreviews::picture(IconLook look, Appearance appearance) const {
    return m_pictures[static_cast<std::size_t>(look)][appearance == Appearance::Dark ? 1 : 0];
}

double IconPreviews::columnWidth() const { return double(width()) / render::kIconLooks; }

void IconPreviews::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    const double band = (height() - 18.0) / 2;
    // Home screens by day and by night, as the stage has them.
    const QColor grounds[] = {QColor("#DAE0DA"), QColor("#1B2027")};
    for (int row = 0; row < 2; ++row) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(grounds[row]);
        const QRectF strip(0, 18 + row * band, width(), band - 3);
        painter.drawRoundedRect(strip, 4, 4);
        for (int look = 0; look < render::kIconLooks; ++look) {
            const double side = std::min<double>(kTile, strip.height() - 10);
            const QRectF tile((look + 0.5) * columnWidth() - side / 2, strip.center().y() - side / 2, side,
                              side);
            painter.drawImage(tile,
                              m_pictures[static_cast<std::size_t>(look)][static_cast<std::size_t>(row)]);
        }
    }
    painter.setPen(theme().faint);
    painter.setFont(uiFont(11));
    for (int look = 0; look < render::kIconLooks; ++look) {
        painter.drawText(QRectF(look * columnWidth(), 0, columnWidth(), 16), Qt::AlignCenter,
                         wordsOf(static_cast<IconLook>(look)).name);
    }
}

bool IconPreviews::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const int look = std::clamp(int(help->pos().x() / columnWidth()), 0, render::kIconLooks - 1);
        QToolTip::showText(help->globalPos(), wordsOf(static_cast<IconLook>(look)).about, this);
        return true;
    }
    return QWidget::event(event);
}

IconPage::IconPage(ArrangeActions& actions, QWidget* parent)
    : QWidget(parent), m_actions(actions), m_layer(new QComboBox(this)),
      m_colour(new ColourBox(QStringLiteral("iconColour"), tr("as the opening"), this)),
      m_size(makeTimeBox(QStringLiteral("iconSize"), 30, 140, this)), m_note(new QLabel(this)),
      m_previews(new IconPreviews(this)) {
    setObjectName(QStringLiteral("iconPage"));
    m_layer->setObjectName(QStringLiteral("iconLayer"));
    m_layer->setFont(uiFont(12));
    m_layer->setFixedHeight(22);
    m_layer->setAccessibleName(tr("Layer the icon is made of"));
    m_size->setSuffix(tr(" %"));
    m_size->setToolTip(tr("Of what the mask surely shows: at 100 % nothing is ever cut"));
    auto* fields = new CardColumn(tr("App icon"), this);
    fields->addRow(tr("Made of"), m_layer);
    fields->addRow(tr("On"), m_colour);
    fields->addRow(tr("Size"), m_size);
    m_note->setWordWrap(true);
    m_note->setProperty("quiet", true);
    m_note->setFont(uiFont(11));
    fields->addWide(m_note);
    fields->finish();
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(28);
    row->addWidget(fields, 2);
    row->addWidget(m_previews, 5);
    connect(m_layer, &QComboBox::activated, this, [this](int index) {
        change(tr("art of the icon"),
               [&](auto& it) { it.layer = LayerId(m_layer->itemData(index).toString().toStdString()); });
    });
    connect(m_colour, &ColourBox::chosen, this, [this](const ColourId& id) {
        change(tr("colour of the icon"), [&](auto& it) { it.colour = id; });
    });
    connect(m_size, &QSpinBox::valueChanged, this, [this](int value) {
        change(
            tr("size of the icon"), [&](auto& it) { it.size = value / 100.0; }, "icon size");
    });
    m_later.setSingleShot(true);
    m_later.setInterval(kIconLaterMillis);
    connect(&m_later, &QTimer::timeout, this, &IconPage::update);
    connect(&actions.document(), &Document::changed, this, [this] {
        if (isVisible()) {
            m_later.start();
        }
    });
}

void IconPage::showEvent(QShowEvent*) { update(); }

void IconPage::change(const QString& verb, const std::function<void(model::AppIcon&)>& change,
                      const char* mergeKey) {
    if (m_filling) {
        return;
    }
    auto next = *m_actions.document().sequence();
    change(next.appIcon);
    m_actions.document().apply(verb, std::move(next), mergeKey);
}

void IconPage::update() {
    const auto& s = *m_actions.document().sequence();
    m_filling = true;
    m_layer->clear();
    m_layer->addItem(tr("the opening's icon"), QString());
    for (const auto& layer : s.layers) {
        if (model::canBeIcon(layer.kind()) && !model::isCopy(layer)) {
            m_layer->addItem(toQString(layer.name), QString::fromStdString(layer.id));
        }
    }
    m_layer->setCurrentIndex(std::max(0, m_layer->findData(QString::fromStdString(s.appIcon.layer))));
    m_colour->show(s.palette, s.appIcon.colour);
    m_size->setValue(int(std::lround(s.appIcon.size * 100)));
    m_filling = false;
    const auto* layer = model::iconLayer(s);
    m_note->setText(!layer ? tr("There is no artwork or image an icon could be made of. Drop a logo on the "
                                "window.")
                    : s.appIcon.size > 1
                        ? tr("Larger than 100 %: some masks may cut the art.")
                        : tr("Each export writes it in every form and size its platform asks for."));
    m_previews->show(s, *m_actions.document().artFiles());
}

}
