"""What goes over the wire about accounts elsewhere."""

from __future__ import annotations

from grike.api.model import Model


class Ways(Model):
    """Ways to sign in beside name and password; ``outside``: what the other account is called."""

    outside: str | None


class OutsideAccount(Model):
    """Whether an account elsewhere stands for somebody, and what it is called; None: there is no
    such way here."""

    name: str | None
    linked: bool


class Elsewhere(Model):
    """Where to go to say who one is."""

    url: str
