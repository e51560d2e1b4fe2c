"""One's own account: names, password, second factor and open sign-ins."""
