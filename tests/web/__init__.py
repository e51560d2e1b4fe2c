"""The front end's pure TypeScript, run by Node and held against the core."""
