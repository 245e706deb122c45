// A serial line that is none: a pseudo-terminal, and lines out of a buffer. In: bytes to send. Out: a port to open.
#pragma once

#include <string>

namespace plucky::standins {

class PseudoPort {
 public:
  /// Throws std::runtime_error when there is none to be had.
  PseudoPort();
  ~PseudoPort();
  PseudoPort(const PseudoPort&) = delete;
  PseudoPort& operator=(const PseudoPort&) = delete;
  [[nodiscard]] const std::string& name() const { return name_; }
  /// For poll().
  [[nodiscard]] int host() const { return host_; }
  /// False when the line is gone. What does not fit yet waits; where nobody reads for long it is lost, whole.
  bool send(const std::string& bytes);

 private:
  int host_ = -1, line_ = -1;
  std::string name_, waiting_;
};

/// Takes whole lines out of a buffer.
template <class Use>
void each_line(std::string& buffer, Use use) {
  for (std::size_t end; (end = buffer.find('\n')) != std::string::npos;) {
    std::string line = buffer.substr(0, end);
    buffer.erase(0, end + 1);
    if (!line.empty() && line.back() == '\r') line.pop_back();
    use(line);
  }
}

}  // namespace plucky::standins
