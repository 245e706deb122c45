#include "scale/scale_model.h"

#include <cmath>
#include <cstdio>
#include <sstream>

namespace plucky::standins {

bool ScaleModel::command(const std::string& text) {
  std::istringstream in(text);
  std::string word;
  in >> word;
  double number = 0.0;
  if (word == "put" && in >> number) {
    load_ = number;
    since_change_ = 0.0;
  } else if (word == "tare" || word == "T") {
    tare_ = load_;
    since_change_ = 0.0;
  } else if (word == "noise" && in >> number) {
    noise_ = number;
  } else if (word == "drift" && in >> number) {
    drift_ = number;
  } else if (word == "unit" && in >> word && (word == "g" || word == "oz" || word == "kg")) {
    unit_ = word;
  } else if (word == "speak") {
    voice_ = Voice::speaks;
  } else if (word == "babble") {
    voice_ = Voice::babbles;
  } else if (word == "quiet") {
    voice_ = Voice::quiet;
  } else {
    return false;
  }
  return true;
}

std::string ScaleModel::step(double dt) {
  since_change_ += dt;
  load_ += drift_ * dt;
  // The pan swings in: a time constant of a tenth of a second.
  shown_ += (load_ - tare_ - shown_) * (1.0 - std::exp(-dt / 0.1));
  switch (voice_) {
    case Voice::speaks:
      return line();
    case Voice::babbles: {
      std::string noise(18, ' ');
      for (char& c : noise) c = static_cast<char>(random_() % 256);
      return noise + "\n";
    }
    case Voice::quiet:
      break;
  }
  return {};
}

std::string ScaleModel::line() {
  if (load_ > capacity_g) return "OL,GS,+ ------ g\r\n";
  std::normal_distribution<double> scatter(0.0, noise_);
  const double grams = shown_ + scatter(random_);
  const bool stable = since_change_ > 0.8 && std::abs(drift_) < 0.5 && noise_ < 0.3;
  const double factor = unit_ == "oz" ? 1.0 / 28.349523125 : unit_ == "kg" ? 1e-3 : 1.0;
  const int decimals = unit_ == "oz" ? 3 : unit_ == "kg" ? 4 : 1;
  char text[64];
  std::snprintf(text, sizeof text, "%s,%s,%c%9.*f %s\r\n", stable ? "ST" : "US", tare_ != 0.0 ? "NT" : "GS",
                grams < 0 ? '-' : '+', decimals, std::abs(grams) * factor, unit_.c_str());
  return text;
}

}  // namespace plucky::standins
