"""Grike plans balanced, progressive series of group fitness classes."""

#: The one place where the version stands.
VERSION = "0.32.0"
