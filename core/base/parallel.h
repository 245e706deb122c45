// The same work on many things, on as many threads as the machine has, four at most. In: how many, what to do with
// each. Out: it is done, or was stopped.
#pragma once

#include <algorithm>
#include <atomic>
#include <cstddef>
#include <functional>
#include <future>
#include <mutex>
#include <thread>
#include <vector>

namespace plucky {

/// `make()` gives each thread its own worker, which is called with the numbers from 0 to below `count`, each once, in
/// rising order of their beginning. `going_on` is told the share done, one thread at a time, and returns false to stop;
/// what was begun is ended. Returns whether all was done. What a worker throws reaches the caller.
template <class Make>
bool in_parallel(std::size_t count, const std::function<bool(double)>& going_on, Make make) {
  std::atomic<std::size_t> next{0}, done{0};
  std::atomic<bool> stopped{false};
  std::mutex lock;
  const auto work = [&] {
    auto worker = make();
    for (std::size_t i = next++; i < count && !stopped; i = next++) {
      worker(i);
      ++done;
      const std::lock_guard hold(lock);
      if (going_on && !going_on(static_cast<double>(done) / static_cast<double>(count))) stopped = true;
    }
  };
  std::vector<std::future<void>> running;
  const unsigned threads = std::clamp(std::thread::hardware_concurrency(), 1u, 4u);
  for (unsigned i = 1; i < threads; ++i) running.push_back(std::async(std::launch::async, work));
  work();
  for (auto& r : running) r.get();
  return done == count;
}

}  // namespace plucky
