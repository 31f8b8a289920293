"""Tests of the core; plain unittest, so that the core stays free of any framework."""

from hypothesis import settings

# No test times things, and a failure must come back the next time it is run.
settings.register_profile("calm", deadline=None, derandomize=True, max_examples=40)
settings.load_profile("calm")
