"""Grike plans balanced, progressive series of group fitness classes."""
