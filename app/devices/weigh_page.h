// The weighing bench: a part on the scale becomes its measured mass; the boat on two or three supports gives its CG.
#pragma once

#include <array>

#include "devices/practice_device.h"
#include "devices/scale_link.h"
#include "inspector/form.h"

class QPushButton;

namespace plucky::app {

class WeighPage : public Page {
  Q_OBJECT

 public:
  explicit WeighPage(Session* session, QWidget* parent = nullptr);
  void refresh() override;
  [[nodiscard]] ScaleLink* link() { return &link_; }
  [[nodiscard]] PracticeDevice* practice() { return &practice_; }
  /// Starts the practice scale and listens to it.
  void begin_practice();

 signals:
  void done();

 private:
  void connect_or_not();
  void hear();
  void take_part(double kg);
  void take_support(std::size_t index);
  void show_whole();
  [[nodiscard]] std::vector<SupportReading> standing() const;
  [[nodiscard]] std::vector<SupportReading> hanging() const;
  [[nodiscard]] std::optional<FoundMass> whole() const;
  void keep_whole(bool adopt);
  void show_state();

  struct Support {
    QuantityEdit *x, *y, *mass;
    QPushButton* take;
  };

  ScaleLink link_;
  PracticeDevice practice_{"plucky-standin-scale"};
  QComboBox *port_, *baud_, *part_;
  QPushButton *connect_, *tare_, *take_, *keep_, *adopt_;
  QLabel *state_, *reading_, *whole_;
  QuantityEdit* put_;
  QCheckBox* by_itself_;
  std::array<Support, 3> supports_;
  /// Once or twice hung from a hook.
  struct Hook {
    QuantityEdit *x, *z, *tilt, *mass;
  };
  std::array<Hook, 2> hooks_;
  bool armed_ = true;    // something has moved on the scale since the last mass was taken
  double taken_ = -1.0;  // kg, the last mass taken
};

}  // namespace plucky::app
