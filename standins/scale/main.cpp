// plucky-standin-scale: a bench scale on a serial pseudo-terminal. Prints "port /dev/pts/N", sends a line every
// interval, and takes the commands of ScaleModel on its standard input, also "unplug" and "quit". "T" over the line
// tares.
#include <fcntl.h>
#include <poll.h>
#include <pty.h>
#include <termios.h>
#include <unistd.h>

#include <cstdlib>
#include <cstring>
#include <iostream>
#include <string>

#include "scale/scale_model.h"

namespace {

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

}  // namespace

int main(int argc, char** argv) {
  int interval_ms = 100;
  double speed = 1.0;  // seconds of the model per second
  for (int i = 1; i + 1 < argc; i += 2) {
    if (!std::strcmp(argv[i], "--interval")) interval_ms = std::max(1, std::atoi(argv[i + 1]));
    if (!std::strcmp(argv[i], "--speed")) speed = std::max(0.1, std::atof(argv[i + 1]));
  }
  int host = -1, line = -1;
  char name[128];
  if (openpty(&host, &line, name, nullptr, nullptr) != 0) {
    std::cerr << "plucky-standin-scale: no pseudo-terminal: " << std::strerror(errno) << std::endl;
    return 1;
  }
  termios raw{};
  tcgetattr(line, &raw);
  cfmakeraw(&raw);
  tcsetattr(line, TCSANOW, &raw);
  fcntl(host, F_SETFL, O_NONBLOCK);
  std::cout << "port " << name << std::endl;

  plucky::standins::ScaleModel scale;
  std::string typed, received;
  bool more = true;
  while (more) {
    pollfd waits[] = {{STDIN_FILENO, POLLIN, 0}, {host, POLLIN, 0}};
    poll(waits, 2, interval_ms);
    char chunk[512];
    if (waits[0].revents & (POLLIN | POLLHUP)) {
      const ssize_t n = read(STDIN_FILENO, chunk, sizeof chunk);
      if (n <= 0) break;
      typed.append(chunk, static_cast<std::size_t>(n));
    }
    if (waits[1].revents & POLLIN) {
      const ssize_t n = read(host, chunk, sizeof chunk);
      if (n > 0) received.append(chunk, static_cast<std::size_t>(n));
    }
    each_line(typed, [&](const std::string& command) {
      if (command == "quit" || command == "unplug")
        more = false;
      else if (!scale.command(command))
        std::cerr << "plucky-standin-scale: what is \"" << command << "\"?" << std::endl;
    });
    each_line(received, [&](const std::string& command) { scale.command(command); });
    const std::string out = scale.step(speed * interval_ms / 1000.0);
    // Nobody reading is no reason to stop: what does not fit is lost, as on a real line.
    if (!out.empty() && write(host, out.data(), out.size()) < 0 && errno != EAGAIN) break;
  }
  close(line);
  close(host);
  return 0;
}
