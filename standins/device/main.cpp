// plucky-standin-device: a GPS receiver, telemetry logger, tachometer, thermometer or sticks on a pseudo-terminal,
// played from the log of a run (trial-run of plucky-hull-cli writes one). Prints "port /dev/pts/N"; takes the commands
// of DeviceModel on its standard input, also "unplug" and "quit". Ends with the log.
#include <poll.h>
#include <unistd.h>

#include <CLI/CLI.hpp>
#include <cerrno>
#include <iostream>
#include <map>
#include <string>

#include "base/error.h"
#include "device/device_model.h"
#include "io/file.h"
#include "io/log_file.h"
#include "port/pseudo_port.h"

int main(int argc, char** argv) {
  using plucky::standins::DeviceKind;
  const std::map<std::string, DeviceKind> kinds{{"gps", DeviceKind::gps},
                                                {"telemetry", DeviceKind::telemetry},
                                                {"tachometer", DeviceKind::tachometer},
                                                {"thermometer", DeviceKind::thermometer},
                                                {"sticks", DeviceKind::sticks}};
  CLI::App app{"A device at the water, played from a log"};
  DeviceKind kind = DeviceKind::gps;
  std::string log;
  double speed = 1.0, lag = 0.0, noise = 0.0;
  app.add_option("--as", kind, "gps, telemetry, tachometer, thermometer or sticks")
      ->transform(CLI::CheckedTransformer(kinds, CLI::ignore_case));
  app.add_option("--log", log, "log of a run")->required();
  app.add_option("--speed", speed, "seconds of the run in a second")->check(CLI::Range(0.1, 1000.0));
  app.add_option("--lag", lag, "seconds by which the speed comes late");
  app.add_option("--noise", noise, "of each value, share of its span")->check(CLI::Range(0.0, 1.0));
  CLI11_PARSE(app, argc, argv);
  try {
    plucky::standins::DeviceModel device(
        kind, plucky::read_any_log(plucky::read_file(log, std::size_t{1} << 30)).recording, lag, noise);
    plucky::standins::PseudoPort port;
    std::cout << "port " << port.name() << std::endl;
    constexpr int interval_ms = 50;
    std::string typed;
    bool more = true;
    while (more && !device.ended()) {
      pollfd wait{STDIN_FILENO, POLLIN, 0};
      poll(&wait, 1, interval_ms);
      if (wait.revents & (POLLIN | POLLHUP)) {
        char chunk[512];
        const ssize_t n = read(STDIN_FILENO, chunk, sizeof chunk);
        if (n <= 0) break;
        typed.append(chunk, static_cast<std::size_t>(n));
      }
      plucky::standins::each_line(typed, [&](const std::string& command) {
        if (command == "quit" || command == "unplug")
          more = false;
        else if (!device.command(command))
          std::cerr << "plucky-standin-device: what is \"" << command << "\"?" << std::endl;
      });
      port.send(device.step(speed * interval_ms / 1000.0));
    }
    // The last bytes must be sent and read before the line goes.
    for (int i = 0; more && i < 10; ++i) {
      port.send({});
      poll(nullptr, 0, 50);
    }
    return 0;
  } catch (const std::exception& e) {
    std::cerr << "plucky-standin-device: " << e.what() << std::endl;
    return 1;
  }
}
