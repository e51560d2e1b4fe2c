.PHONY: demo test check bench
demo test check bench:
	./grike $@
