"""After the road: work given out, hand-over, re-checks, noises, and how predictions held."""
