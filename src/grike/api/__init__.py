"""The web API: thin routers that parse, make one call and map."""
