// plucky-standin-scale: a bench scale on a serial pseudo-terminal. Prints "port /dev/pts/N", sends a line every
// interval, and takes the commands of ScaleModel on its standard input, also "unplug" and "quit". "T" over the line
// tares.
#include <poll.h>
#include <unistd.h>

#include <cstdlib>
#include <cstring>
#include <iostream>
#include <string>

#include "port/pseudo_port.h"
#include "scale/scale_model.h"

namespace {

using plucky::standins::each_line;

int run(int interval_ms, double speed) {
  plucky::standins::PseudoPort port;
  std::cout << "port " << port.name() << std::endl;
  plucky::standins::ScaleModel scale;
  std::string typed, received;
  bool more = true;
  while (more) {
    pollfd waits[] = {{STDIN_FILENO, POLLIN, 0}, {port.host(), POLLIN, 0}};
    poll(waits, 2, interval_ms);
    char chunk[512];
    if (waits[0].revents & (POLLIN | POLLHUP)) {
      const ssize_t n = read(STDIN_FILENO, chunk, sizeof chunk);
      if (n <= 0) break;
      typed.append(chunk, static_cast<std::size_t>(n));
    }
    if (waits[1].revents & POLLIN) {
      const ssize_t n = read(port.host(), chunk, sizeof chunk);
      if (n > 0) received.append(chunk, static_cast<std::size_t>(n));
    }
    each_line(typed, [&](const std::string& command) {
      if (command == "quit" || command == "unplug")
        more = false;
      else if (!scale.command(command))
        std::cerr << "plucky-standin-scale: what is \"" << command << "\"?" << std::endl;
    });
    each_line(received, [&](const std::string& command) { scale.command(command); });
    if (!port.send(scale.step(speed * interval_ms / 1000.0))) break;
  }
  return 0;
}

}  // namespace

int main(int argc, char** argv) {
  int interval_ms = 100;
  double speed = 1.0;  // seconds of the model per second
  for (int i = 1; i + 1 < argc; i += 2) {
    if (!std::strcmp(argv[i], "--interval")) interval_ms = std::max(1, std::atoi(argv[i + 1]));
    if (!std::strcmp(argv[i], "--speed")) speed = std::max(0.1, std::atof(argv[i + 1]));
  }
  try {
    return run(interval_ms, speed);
  } catch (const std::exception& e) {
    std::cerr << "plucky-standin-scale: " << e.what() << std::endl;
    return 1;
  }
}
