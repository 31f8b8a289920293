"""Steady lean: in bends, wind and on rough ground, with its bands."""
