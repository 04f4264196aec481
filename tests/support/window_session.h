// SPDX-License-Identifier: MIT
#pragma once

#include "app/arrange/arrange_room.h"
#include "app/arrange/score/score_view.h"
#include "app/shell/main_window.h"
#include "app/widgets/theme.h"
#include "support/files_of_repository.h"

#include <QAbstractSpinBox>
#include <QAction>
#include <QApplication>
#include <QBuffer>
#include <QMessageBox>
#include <QMouseEvent>
#include <QPushButton>
#include <QTest>
#include <QTimer>
#include <QTreeWidget>
#include <catch2/catch.hpp>

namespace scaena::test {

using namespace scaena::app;

/// A window with a copy of the sample in a folder of its own, so that a test may save.
class Session {
public:
    explicit Session(bool opens = true) {
        setNight(false);
        std::filesystem::copy(repository() / "samples/moraine", m_folder.path() / "moraine",
                              std::filesystem::copy_options::recursive);
        window.resize(1280, 800);
        window.show();
        (void)QTest::qWaitForWindowExposed(&window);
        (void)window.exports(); // else it is made some time later, in the middle of a test
        if (opens) {
            open(file());
            REQUIRE(window.document().path() == file());
            QApplication::processEvents();
        }
    }
    ~Session() { dropChanges(); }
    /// A window that closes with unsaved changes would ask.
    void dropChanges() { window.document().startNew(); }

    /// Opens a sequence and waits for it.
    void open(const std::filesystem::path& path) {
        window.openFile(QString::fromStdString(path.string()));
        window.background().finish();
    }
    /// Begins with a file and waits for it.
    void startFrom(const std::filesystem::path& path) {
        window.startFrom(QString::fromStdString(path.string()));
        window.background().finish();
    }
    void takeFiles(const QStringList& paths) {
        window.takeFiles(paths);
        window.background().finish();
    }

    std::filesystem::path file() const { return m_folder.path() / "moraine" / "moraine.scaena"; }
    std::filesystem::path folder() const { return m_folder.path(); }
    const model::Sequence& sequence() { return *window.document().sequence(); }
    ScoreView& score() { return window.arrange().score(); }
    const model::Cue& cue(const CueId& id) { return *model::findThing(sequence().cues, id); }
    QRectF cueRect(const CueId& id) {
        return score().layoutOfScore().cueRect(model::indexOf(sequence().cues, id));
    }
    QRectF beatRect(const BeatId& id) {
        return score().layoutOfScore().beatRect(model::indexOf(sequence().beats, id));
    }
    double pixelsPerMs() { return score().layoutOfScore().pixelsPerMs(); }

    void drag(QPointF from, double byPixels, Qt::KeyboardModifiers modifiers = Qt::AltModifier) {
        move(from, Qt::NoButton, modifiers);
        QTest::mousePress(&score(), Qt::LeftButton, modifiers, from.toPoint());
        for (int i = 1; i <= 8; ++i) {
            move(from + QPointF(byPixels * i / 8, 0), Qt::LeftButton, modifiers);
        }
        QTest::mouseRelease(&score(), Qt::LeftButton, modifiers, (from + QPointF(byPixels, 0)).toPoint());
    }
    void move(QPointF to, Qt::MouseButtons buttons, Qt::KeyboardModifiers modifiers) {
        QMouseEvent event(QEvent::MouseMove, to, score().mapToGlobal(to), Qt::NoButton, buttons, modifiers);
        QApplication::sendEvent(&score(), &event);
    }
    void trigger(const char* id) {
        REQUIRE(window.command(QString::fromLatin1(id)));
        window.command(QString::fromLatin1(id))->trigger();
    }
    template <typename T>
    T* child(const char* name) {
        auto* found = window.findChild<T*>(QString::fromLatin1(name));
        INFO(name);
        REQUIRE(found);
        return found;
    }
    void type(QAbstractSpinBox* box, const QString& text) {
        box->setFocus();
        box->selectAll();
        QTest::keyClicks(box, text);
        QTest::keyClick(box, Qt::Key_Return);
    }

private:
    TemporaryFolder m_folder;

public:
    MainWindow window;
};

/// Does something to the dialog that the next call will open.
inline void whenDialogOpens(const std::function<void(QWidget*)>& act) {
    auto* timer = new QTimer(qApp);
    QObject::connect(timer, &QTimer::timeout, timer, [timer, act] {
        if (auto* dialog = QApplication::activeModalWidget()) {
            timer->stop();
            timer->deleteLater();
            act(dialog);
        }
    });
    timer->start(10);
}

/// Whether it holds within that time.
inline bool waitFor(const std::function<bool()>& holds, int millis) {
    QElapsedTimer clock;
    clock.start();
    while (!holds() && clock.elapsed() < millis) {
        QTest::qWait(10);
    }
    return holds();
}

inline void press(QWidget* dialog, QMessageBox::StandardButton button) {
    auto* box = qobject_cast<QMessageBox*>(dialog);
    REQUIRE(box);
    box->button(button)->click();
}

inline void click(QWidget* widget) { QTest::mouseClick(widget, Qt::LeftButton); }

/// The first problem of the list that comes up.
inline QString toldBy(const std::function<void()>& act) {
    QString told;
    whenDialogOpens([&](QWidget* dialog) {
        if (auto* list = dialog->findChild<QTreeWidget*>("problemList")) {
            told = list->topLevelItem(0)->text(1);
        }
        dialog->close();
    });
    act();
    return told;
}

inline std::string pngBytes(int side, QColor colour) {
    QImage image(side, side, QImage::Format_ARGB32);
    image.fill(colour);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return bytes.toStdString();
}

}
