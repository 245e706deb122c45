// The drive part by part, and what it comes to with this hull.
#pragma once

#include <QPushButton>
#include <functional>
#include <vector>

#include "drive/drive_table.h"
#include "inspector/form.h"
#include "own_parts/own_parts.h"
#include "stages/drive/drive_cards.h"

namespace plucky::app {

/// The motor mount from the side and from behind, with its measures.
class MountDrawing : public QWidget {
 public:
  MountDrawing(Session* session, QWidget* parent);
  [[nodiscard]] QSize sizeHint() const override { return {280, 156}; }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Session* session_;
};

/// A pod cut open along its length: what lies in it, each piece named.
class PodDrawing : public QWidget {
 public:
  PodDrawing(Session* session, QWidget* parent);
  [[nodiscard]] QSize sizeHint() const override { return {280, 210}; }

 protected:
  void paintEvent(QPaintEvent*) override;

 private:
  Session* session_;
};

class DrivePage : public Page {
  Q_OBJECT

 public:
  DrivePage(Session* session, OwnParts* own, QWidget* parent = nullptr);
  void refresh() override;
  /// Shows the numbers of one part by its key, or of the "steering"; leaves things as they are for any other.
  void choose_part(const std::string& key);

 private:
  /// A field of one part, when it is shown and how it is filled.
  struct Field {
    int group;
    QWidget* widget;
    std::function<bool(const Drive&, const Steering&)> shown;
    std::function<void(const Drive&, const Steering&)> fill;
  };
  struct Fact {
    QLabel* label;
    std::function<QString()> words;
  };

  void change(const QString& what, const std::function<void(Drive&)>& how);
  void change_steering(const QString& what, const std::function<void(Steering&)>& how);
  void add_steering();
  void add_steering_switch(const QString& label, const char* name, bool Steering::*member,
                           const std::function<bool(const Steering&)>& shown);
  void add_field(DriveGroup group, const char* key, QWidget* widget, std::function<void(const Drive&)> fill);
  void add_steering_facts();
  void add_number(const DriveNumber& number);
  void add_count(const DriveCount& count);
  void add_switch(const DriveSwitch& toggle);
  template <class E, std::size_t N>
  void add_choice(DriveGroup group, const char* key, const QString& label, const E (&values)[N], const char* (*name)(E),
                  E& (*of)(Drive&));
  void add_facts();
  void add_catalogue();
  void offer_swaps();
  [[nodiscard]] QString swap_words(const CatalogueEntry& entry) const;
  void open_swaps(const QPoint& at);
  void keep_part();
  void fit_out(Propulsor propulsor, Mounting mounting);
  void change_drives(const QString& what, const std::function<Project()>& how);
  void show_group();

  OwnParts* own_;
  QComboBox *propulsor_, *mounting_, *presets_;
  DriveCards* cards_;
  QLabel* chosen_;
  QLineEdit* own_name_;
  QPushButton *keep_, *fill_, *second_;
  std::vector<CatalogueEntry> offered_;  ///< in the order of presets_, from its second row on
  std::vector<Field> fields_;
  std::vector<Fact> facts_;
  MountDrawing* mount_;
  PodDrawing* pod_;
  SectionHeading* at_limit_;
  QLabel *help_, *joints_, *caution_;
};

}  // namespace plucky::app
