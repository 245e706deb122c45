// The command line twin as its users meet it: a process with standard output, standard error and an exit code.
#pragma once

#include <gtest/gtest.h>

#include <unistd.h>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>
#include <sstream>
#include <string>

#include "io/file.h"
#include "io/mesh_file.h"

namespace plucky::test {

struct Outcome {
  int code = 0;
  std::string out, err;
  [[nodiscard]] nlohmann::json json() const { return nlohmann::json::parse(out); }
};

inline std::string slurp(const std::string& path) {
  std::ifstream in(path);
  std::stringstream text;
  text << in.rdbuf();
  return text.str();
}

class CommandLineTest : public testing::Test {
 protected:
  void SetUp() override { std::filesystem::create_directories(folder_); }
  void TearDown() override { std::filesystem::remove_all(folder_); }
  [[nodiscard]] std::string file(const std::string& name) const { return folder_ + "/" + name; }
  [[nodiscard]] Outcome run(const std::string& arguments) const {
    const std::string command = std::string(PLUCKY_CLI) + " " + arguments + " >" + file("out") + " 2>" + file("err");
    Outcome r;
    r.code = WEXITSTATUS(std::system(command.c_str()));
    r.out = slurp(file("out"));
    r.err = slurp(file("err"));
    return r;
  }
  std::string write_mesh(const std::string& name, const TriangleMesh& mesh, double unit) const {
    write_file_atomically(file(name), write_stl(mesh, unit));
    return file(name);
  }
  void expect_refusal(const Outcome& r, const std::string& words) const {
    EXPECT_NE(r.code, 0);
    EXPECT_EQ(r.out, "");
    EXPECT_NE(r.err.find(words), std::string::npos) << r.err;
  }

 private:
  std::string folder_ = std::filesystem::temp_directory_path().string() + "/plucky-cli-" + std::to_string(::getpid());
};

}  // namespace plucky::test
