"""Anti-sway bars: section, steel, centre line, rate, stress and life."""
