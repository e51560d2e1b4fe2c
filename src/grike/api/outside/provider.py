"""The service that keeps the accounts: what it says of itself, and whom it vouches for.

Authorization code flow of OpenID Connect Core 1.0 (3.1) with PKCE (RFC 7636, S256). What it says is
believed only where it is signed by a key of its own, for us, now, and for this very try.
"""

from __future__ import annotations

import threading
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

import httpx2
from authlib.integrations.base_client import OAuthError
from authlib.integrations.httpx_client import OAuth2Client
from joserfc import jwt
from joserfc.errors import JoseError
from joserfc.jwk import KeySet
from joserfc.jwt import JWTClaimsRegistry

from grike.api.outside.registered import Registered, safe
from grike.core.errors import NotSignedIn, Unavailable
from grike.store.outside import Try

SECONDS = 5.0
#: Keys of two parts only: with a shared one, or none, anybody could sign.
ALGORITHMS = ("RS256", "PS256", "ES256")
LEEWAY_SECONDS = 60
SCOPE = "openid profile email"


@dataclass(frozen=True, slots=True)
class Vouched:
    """Whom the service vouches for; ``address``: the mail address, if it has made sure of it."""

    subject: str
    address: str


class Provider:
    """The service, asked when it is needed. One for an application; it may be used by threads."""

    def __init__(self, own: Registered) -> None:
        self.own = own
        self._about: Mapping[str, Any] | None = None
        self._keys: KeySet | None = None
        self._lock = threading.Lock()

    def address(self, own: Try) -> str:
        """Return where somebody goes to say who it is. Raises Unavailable."""
        with self._client() as client:
            url, _ = client.create_authorization_url(
                self._said("authorization_endpoint"),
                state=own.state,
                nonce=own.nonce,
                code_verifier=own.verifier,
            )
        return str(url)

    def vouched(self, code: str, own: Try) -> Vouched:
        """Return for whom a code stands.

        Raises NotSignedIn where the service does not take the code, or what it says cannot be
        believed; Unavailable where it does not answer.
        """
        try:
            with self._client() as client:
                token = client.fetch_token(
                    self._said("token_endpoint"), code=code, code_verifier=own.verifier
                )
        except httpx2.HTTPError as error:
            raise _away() from error
        except (OAuthError, ValueError) as error:
            raise _not_believed() from error
        claims = self._claims(str(token.get("id_token", "")), own)
        sure = claims.get("email_verified") is True
        return Vouched(str(claims["sub"]), str(claims.get("email", "")) if sure else "")

    def _client(self) -> OAuth2Client:
        return OAuth2Client(
            self.own.client_id,
            self.own.client_secret,
            scope=SCOPE,
            redirect_uri=self.own.back,
            code_challenge_method="S256",
            timeout=SECONDS,
        )

    def _claims(self, text: str, own: Try) -> Mapping[str, Any]:
        registry = JWTClaimsRegistry(
            leeway=LEEWAY_SECONDS,
            iss={"essential": True, "value": self.own.issuer},
            aud={"essential": True, "value": self.own.client_id},
            exp={"essential": True},
            sub={"essential": True},
            nonce={"essential": True, "value": own.nonce},
        )
        try:
            claims = self._read(text)
            registry.validate(claims)
        except (JoseError, ValueError) as error:
            raise _not_believed() from error
        if claims.get("azp", self.own.client_id) != self.own.client_id:
            raise _not_believed()
        return claims

    def _read(self, text: str) -> dict[str, Any]:
        try:
            return jwt.decode(text, self._signing_keys(), algorithms=ALGORITHMS).claims
        except (JoseError, ValueError):
            # It may sign with a new key since we asked for its keys.
            keys = self._signing_keys(anew=True)
            return jwt.decode(text, keys, algorithms=ALGORITHMS).claims

    def _signing_keys(self, *, anew: bool = False) -> KeySet:
        with self._lock:
            if self._keys is None or anew:
                self._keys = KeySet.import_key_set(_fetched(self._endpoint("jwks_uri")))
            return self._keys

    def _said(self, name: str) -> str:
        with self._lock:
            return self._endpoint(name)

    def _endpoint(self, name: str) -> str:
        if self._about is None:
            where = f"{self.own.issuer.rstrip('/')}/.well-known/openid-configuration"
            about = _fetched(where)
            # OpenID Connect Discovery 1.0, 4.3: it has to be the very same.
            if about.get("issuer") != self.own.issuer:
                raise _not_believed()
            self._about = about
        found = str(self._about.get(name, ""))
        if not safe(found):
            raise _not_believed()
        return found


def _fetched(url: str) -> Any:
    try:
        answer = httpx2.get(url, timeout=SECONDS)
        answer.raise_for_status()
        return answer.json()
    except (httpx2.HTTPError, ValueError) as error:
        raise _away() from error


def _away() -> Unavailable:
    return Unavailable(
        "The service that keeps the accounts does not answer.",
        fix="Try again in a moment, or sign in with your password.",
    )


def _not_believed() -> NotSignedIn:
    return NotSignedIn("That account could not be confirmed.", fix="Try again.")
