// SPDX-License-Identifier: MIT
#include "app/arrange/launches_dialog.h"
#include "support/window_session.h"

#include <QLabel>
#include <QTableWidget>
#include <fstream>

/// Times of real launches, from a file of records to the gates.
using namespace scaena;
using namespace scaena::test;

namespace {

/// Presses a button of the dialog that comes up, and tells what the dialog said.
struct Answer {
    QString heading, cell, remarks;
    bool came = false;
};

Answer useLaunches(Session& s, const std::string& text, const char* button) {
    const auto path = s.file().parent_path() / "launches.jsonl";
    std::ofstream(path) << text;
    Answer answer;
    QTimer timer;
    QObject::connect(&timer, &QTimer::timeout, [&] {
        auto* dialog = qobject_cast<LaunchesDialog*>(QApplication::activeModalWidget());
        if (!dialog) {
            return;
        }
        answer.came = true;
        answer.heading = dialog->findChild<QLabel*>()->text();
        answer.cell = dialog->findChild<QTableWidget*>(QStringLiteral("launchGates"))->item(0, 2)->text();
        answer.remarks = dialog->findChild<QLabel*>(QStringLiteral("launchRemarks"))->text();
        for (auto* it : dialog->findChildren<QPushButton*>()) {
            if (it->text().remove('&') == QLatin1String(button)) {
                it->click();
            }
        }
    });
    timer.start(20);
    s.window.arrange().actions().useLaunches(QString::fromStdString(path.string()));
    s.window.background().finish();
    return answer;
}

const std::string kRecords =
    R"({"launch":"Moraine Huts","start":"cold","firstFrame":500,"gates":{"session":740,"huts":2740},"outcome":"complete","shown":3300,"lateFrames":0}
{"launch":"Moraine Huts","start":"warm","firstFrame":20,"gates":{"session":20,"huts":20},"outcome":"complete","shown":600,"lateFrames":0}
{ broken
}
)";

}

TEST_CASE("Measured times are shown beside the assumed ones and taken in one step that can be undone") {
    Session s;
    const auto before = s.window.document().sequence();
    const auto answer = useLaunches(s, kRecords, "Use the measured times");
    REQUIRE(answer.came);
    CHECK(answer.heading.contains(QStringLiteral("One launch")));
    CHECK(answer.cell == QStringLiteral("240 · 240 · 240"));
    CHECK(answer.remarks.contains(QStringLiteral("Left out: 1")));
    const auto& gates = s.window.document().sequence()->gates;
    CHECK(gates[0].typical == 240);
    CHECK(gates[1].typical == 2000);
    CHECK(gates[2] == before->gates[2]);
    s.window.command("undo")->trigger();
    CHECK(s.window.document().sequence()->gates == before->gates);
}

TEST_CASE("Closed, or a file without a launch: nothing changes, and it is said") {
    Session s;
    const auto before = s.window.document().sequence();
    REQUIRE(useLaunches(s, kRecords, "Close").came);
    CHECK(s.window.document().sequence() == before);
    Problems told;
    QObject::connect(&s.window.arrange().actions(), &ArrangeActions::problems,
                     [&](const QString&, const Problems& problems) { told = problems; });
    QTimer closing;
    QObject::connect(&closing, &QTimer::timeout, [] {
        if (auto* box = qobject_cast<QDialog*>(QApplication::activeModalWidget())) {
            box->reject();
        }
    });
    closing.start(20);
    CHECK_FALSE(useLaunches(s, "no launch in here\n", "Close").came);
    REQUIRE(told.size() == 1);
    CHECK(told.front().message.find("no record") != std::string::npos);
    CHECK(s.window.document().sequence() == before);
}
