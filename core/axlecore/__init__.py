"""Computation and rules for fitting anti-sway bars: what a bar does to a vehicle's lean.

SI units inside; angles leave in radians. No interface, no clock, no files but the CLI's.
"""

__version__ = "0.5.0"
