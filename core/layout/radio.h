// How far a receiver hears over water. In: the heights of two aerials. Out: metres.
//
// Direct and reflected wave: beyond 4 pi h1 h2 / wavelength they cancel and the loss grows with the fourth power of the
// distance, L = d^4 / (h1 h2)^2 (two-ray model, text-book); nearer than that it is free space. Usual sets of 2.4 GHz:
// 100 mW, a receiver of -90 dBm, 10 dB for turning and fading, common practice, no source. Low confidence: reeds, banks
// and people take more.
#pragma once

namespace plucky {

/// m, from heights over the water in m; 0 for an aerial that is not above it.
[[nodiscard]] double radio_range(double boat, double hand = 1.2);

}  // namespace plucky
