"""What a fitter writes: numbers with units, how each is known, and where it belongs."""
