#include "port/pseudo_port.h"

#include <fcntl.h>
#include <pty.h>
#include <termios.h>
#include <unistd.h>

#include <cerrno>
#include <cstring>
#include <stdexcept>

namespace plucky::standins {

PseudoPort::PseudoPort() {
  char name[128];
  if (openpty(&host_, &line_, name, nullptr, nullptr) != 0)
    throw std::runtime_error(std::string("no pseudo-terminal: ") + std::strerror(errno));
  termios raw{};
  tcgetattr(line_, &raw);
  cfmakeraw(&raw);
  tcsetattr(line_, TCSANOW, &raw);
  fcntl(host_, F_SETFL, O_NONBLOCK);
  name_ = name;
}

PseudoPort::~PseudoPort() {
  close(line_);
  close(host_);
}

bool PseudoPort::send(const std::string& bytes) {
  constexpr std::size_t most_waiting = std::size_t{1} << 16;
  if (waiting_.size() + bytes.size() <= most_waiting) waiting_ += bytes;
  if (waiting_.empty()) return true;
  const ssize_t sent = write(host_, waiting_.data(), waiting_.size());
  if (sent < 0) return errno == EAGAIN;
  waiting_.erase(0, static_cast<std::size_t>(sent));
  return true;
}

}  // namespace plucky::standins
