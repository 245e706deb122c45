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

bool PseudoPort::send(const std::string& bytes) const {
  return bytes.empty() || write(host_, bytes.data(), bytes.size()) >= 0 || errno == EAGAIN;
}

}  // namespace plucky::standins
