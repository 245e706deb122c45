#include "help/guide.h"

#include <QPointer>
#include <QTextBrowser>

#include "theme/theme.h"

namespace plucky::embedded {
extern const char* const guide_text;
}

namespace plucky::app {

void show_guide(QWidget* parent) {
  static QPointer<QTextBrowser> browser;
  if (!browser) {
    browser = new QTextBrowser(parent);
    browser->setWindowFlag(Qt::Window);
    browser->setObjectName("guide");
    browser->setWindowTitle(QObject::tr("User guide \u2013 Plucky Hull"));
    browser->setAccessibleName(QObject::tr("User guide"));
    browser->setFont(ui_font(10.5));
    browser->document()->setDocumentMargin(24);
    browser->setMarkdown(QString::fromUtf8(embedded::guide_text));
    browser->setOpenLinks(false);  // no network, no other pages
    browser->resize(720, 760);
  }
  browser->show();
  browser->raise();
  browser->activateWindow();
}

}  // namespace plucky::app
