"""Signing in with an account that a house has elsewhere (OpenID Connect Core 1.0)."""
