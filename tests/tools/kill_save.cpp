// Kills a program while it saves, again and again: afterwards the file is the old boat or the new one, whole.
//
// Usage: kill_save TIMES [SEED]
#include <sys/wait.h>
#include <unistd.h>

#include <csignal>
#include <cstdlib>
#include <filesystem>
#include <iostream>
#include <random>

#include "io/file.h"
#include "io/project_file.h"
#include "shapes.h"

using namespace plucky;
namespace fs = std::filesystem;

int main(int argc, char** argv) {
  const int times = argc > 1 ? std::atoi(argv[1]) : 200;
  std::mt19937 random(argc > 2 ? static_cast<unsigned>(std::atoi(argv[2])) : 1u);
  std::string folder = (fs::temp_directory_path() / "kill-save-XXXXXX").string();
  if (!::mkdtemp(folder.data())) return 2;
  const std::string path = folder + "/boat.plucky";
  Project one = test::powered_boat(), two = one;
  one.notes = std::string(60000, 'a');
  two.notes = std::string(90000, 'b');
  save_project(one, path);
  int ones = 0, broken = 0;
  for (int i = 0; i < times; ++i) {
    const pid_t child = ::fork();
    if (child == 0)
      for (;;) {
        save_project(two, path);
        save_project(one, path);
      }
    ::usleep(std::uniform_int_distribution<useconds_t>(0, 12000)(random));
    ::kill(child, SIGKILL);
    int status = 0;
    ::waitpid(child, &status, 0);
    try {
      const Project found = load_project(path);
      if (found == one)
        ++ones;
      else if (!(found == two))
        ++broken;
    } catch (const std::exception& e) {
      std::cerr << e.what() << std::endl;
      ++broken;
    }
  }
  save_project(one, path);  // clears away what the killed ones left
  const auto left = std::distance(fs::directory_iterator(folder), fs::directory_iterator()) - 1;
  std::cout << times << " kills: " << ones << " times the one boat, " << times - ones - broken << " times the other, "
            << broken << " times neither; " << left << " files left behind" << std::endl;
  fs::remove_all(folder);
  return broken == 0 && left == 0 ? 0 : 1;
}
