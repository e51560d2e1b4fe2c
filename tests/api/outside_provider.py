"""A small stand-in for a service that keeps accounts, which can also be made to lie."""

from __future__ import annotations

import base64
import hashlib
import json
import secrets
import threading
import time
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any
from urllib.parse import parse_qs, urlencode, urlsplit

from joserfc import jwt
from joserfc.jwk import OctKey, RSAKey

CLIENT, SECRET = "grike-house", "rushes-and-rain"


class OutsideProvider:
    """Listens on loopback. ``spoil``: claims that it gets wrong on purpose."""

    def __init__(self) -> None:
        self.key = RSAKey.generate_key(2048, {"kid": "one"}, auto_kid=False)
        self.signs_with: RSAKey | OctKey = self.key
        self.spoil: dict[str, Any] = {}
        self.algorithm = "RS256"
        self.visitor: tuple[str, dict[str, Any]] = ("nobody", {})
        self._codes: dict[str, dict[str, Any]] = {}
        provider = self

        class Handler(BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                if self.path == "/.well-known/openid-configuration":
                    self.say(200, provider.about())
                elif self.path.startswith("/authorize?"):
                    provider.send_back(self)
                elif self.path == "/keys":
                    keys = [provider.key.as_dict(private=False)]
                    self.say(200, {"keys": keys})
                else:
                    self.say(404, {})

            def do_POST(self) -> None:
                body = self.rfile.read(int(self.headers["Content-Length"])).decode()
                given = {key: value[0] for key, value in parse_qs(body).items()}
                self.say(*provider.token(given, self.headers.get("Authorization", "")))

            def say(self, status: int, body: Any) -> None:
                text = json.dumps(body).encode()
                self.send_response(status)
                self.send_header("Content-Type", "application/json")
                self.send_header("Content-Length", str(len(text)))
                self.end_headers()
                self.wfile.write(text)

            def log_message(self, *_: Any) -> None:
                return

        self._server = ThreadingHTTPServer(("127.0.0.1", 0), Handler)
        self.issuer = f"http://127.0.0.1:{self._server.server_address[1]}"
        threading.Thread(target=self._server.serve_forever, daemon=True).start()

    def close(self) -> None:
        """Be away from now on."""
        self._server.shutdown()
        self._server.server_close()

    def about(self) -> dict[str, str]:
        """What it says of itself (OpenID Connect Discovery 1.0)."""
        return {
            "issuer": self.issuer,
            "authorization_endpoint": f"{self.issuer}/authorize",
            "token_endpoint": f"{self.issuer}/token",
            "jwks_uri": f"{self.issuer}/keys",
        }

    def send_back(self, handler: BaseHTTPRequestHandler) -> None:
        """Send whoever comes back as ``visitor``, without asking anything."""
        asked = {k: value[0] for k, value in parse_qs(urlsplit(handler.path).query).items()}
        subject, claims = self.visitor
        brought = urlencode(self.allow(handler.path, subject, **claims))
        handler.send_response(302)
        handler.send_header("Location", f"{asked['redirect_uri']}?{brought}")
        handler.send_header("Content-Length", "0")
        handler.end_headers()

    def allow(self, url: str, subject: str, **claims: Any) -> dict[str, str]:
        """Let somebody in who comes with an address of Grike's; return what they bring back."""
        asked = {key: value[0] for key, value in parse_qs(urlsplit(url).query).items()}
        assert asked["response_type"] == "code" and "openid" in asked["scope"].split()
        assert asked["code_challenge_method"] == "S256" and asked["client_id"] == CLIENT
        code = secrets.token_urlsafe(16)
        self._codes[code] = {**asked, "claims": {"sub": subject, **claims}}
        return {"code": code, "state": asked["state"]}

    def token(self, given: dict[str, str], authorization: str) -> tuple[int, Any]:
        """Exchange a code (RFC 6749, 4.1.3), once, with the secret and the right verifier."""
        basic = base64.b64encode(f"{CLIENT}:{SECRET}".encode()).decode()
        asked = self._codes.pop(given.get("code", ""), None)
        digest = hashlib.sha256(given.get("code_verifier", "").encode()).digest()
        challenge = base64.urlsafe_b64encode(digest).decode().rstrip("=")
        if (
            asked is None
            or authorization != f"Basic {basic}"
            or asked["code_challenge"] != challenge
            or asked["redirect_uri"] != given.get("redirect_uri")
        ):
            return 400, {"error": "invalid_grant"}
        now = int(time.time())
        claims = {
            "iss": self.issuer,
            "aud": CLIENT,
            "iat": now,
            "exp": now + 300,
            "nonce": asked["nonce"],
            **asked["claims"],
            **self.spoil,
        }
        header = {"alg": self.algorithm, "kid": self.signs_with.kid}
        text = jwt.encode(header, claims, self.signs_with, algorithms=[self.algorithm])
        return 200, {"access_token": "a", "token_type": "Bearer", "id_token": text}
