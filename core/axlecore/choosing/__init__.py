"""Comparing what can be done: ranking, sizing, short list, next steps."""
