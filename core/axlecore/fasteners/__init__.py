"""Threads, drills, torques, and the ladder of repair."""
