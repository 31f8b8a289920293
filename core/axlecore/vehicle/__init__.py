"""The vehicle as measured: its ends, loads, axles, side, and what follows from weighing."""
