# `make demo` and `make test` need only Python and make; they set up everything else.
.PHONY: help setup demo test test-quick lint bench bench-quick screenshots fuzz texts scene lock clean
python := .venv/bin/python

help:
	@echo "make demo         start Woodcock with the demo project (offscreen where there is no display)"
	@echo "make test         run all tests"
	@echo "make test-quick   run those that need no window and little time: before each commit"
	@echo "make lint         ruff, mypy and the import rules"
	@echo "make bench        measure speed and memory beside the things to beat"
	@echo "make bench-quick  the same in under three minutes: what got worse since it was last kept"
	@echo "make screenshots  take the pictures in docs/screenshots anew"
	@echo "make fuzz         fuzz what reads others' bytes in our own process (two and a half hours)"
	@echo "make texts        gather the texts for translation into src/woodcock/assets/texts"
	@echo "make scene        render the demo photographs anew (an hour)"
	@echo "make lock         resolve requirements/lock.txt anew"

setup:
	@sh tools/setup.sh

demo: setup
	@$(python) tools/demo.py

test: setup
	QT_QPA_PLATFORM=offscreen $(python) -m pytest -n 2 --dist loadfile --no-loadscope-reorder \
		--max-worker-restart 0

test-quick: setup
	QT_QPA_PLATFORM=offscreen $(python) -m pytest -n 2 --dist loadfile -q --quick

lint: setup
	.venv/bin/ruff check .
	.venv/bin/ruff format --check .
	.venv/bin/mypy
	.venv/bin/lint-imports

bench: setup
	QT_QPA_PLATFORM=offscreen $(python) benchmarks/all.py

bench-quick: setup
	QT_QPA_PLATFORM=offscreen $(python) benchmarks/all.py --quick

screenshots: setup
	QT_QPA_PLATFORM=offscreen $(python) tools/screenshots.py

fuzz: setup
	$(python) -m pip install --quiet --disable-pip-version-check -r requirements/fuzz.txt
	$(python) tools/fuzz.py

texts: setup
	$(python) tools/texts.py

scene: setup
	$(python) -m pip install --quiet -r requirements/scene.txt
	$(python) demo/make_scene.py

lock: setup
	$(python) -m pip install --quiet uv
	.venv/bin/uv pip compile --universal --generate-hashes --python-version 3.11 --extra dev \
		--no-header --no-emit-index-url -o requirements/lock.txt pyproject.toml

clean:
	rm -rf .venv build
