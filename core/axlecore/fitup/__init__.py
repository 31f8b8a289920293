"""Fit-up: where bar, brackets and links go, what they do through the travel, what they hit."""
