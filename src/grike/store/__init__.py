"""Plain SQL, one module per aggregate. Functions take a connection; the caller owns the transaction."""
