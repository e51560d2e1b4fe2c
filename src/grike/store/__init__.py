"""Plain SQL, one module per aggregate; the caller owns the transaction."""
