# Tilt Grid: every command of the project. `make demo` to use it, `make test` to check it.
SHELL := /bin/bash
PYTHON ?= python3
VENV := .venv
BIN := $(VENV)/bin
VAR ?= var
HOST := 127.0.0.1
PORT ?= 8000
WEB_SOURCES := $(shell find web/src web/public -type f) web/index.html web/vite.config.ts web/package-lock.json

export TILT_GRID_VAR := $(if $(filter /%,$(VAR)),$(VAR),$(CURDIR)/$(VAR))

.PHONY: backup restore fuzz demo test figure bench screenshots dev check types schema clean

demo: $(VENV)/run.stamp web/dist.stamp
	@$(BIN)/python -m server check
	@$(BIN)/python manage.py migrate --verbosity 0
	@$(BIN)/python manage.py load_demo
	@echo
	@echo "  Tilt Grid is at http://$(HOST):$(PORT)/   (Ctrl+C ends it; your work is kept in $(VAR)/)"
	@echo
	@exec $(BIN)/python -m server run --host $(HOST) --port $(PORT)

# A copy of the data, also while it is in use, and back again: make backup FILE=copy.sqlite3
FILE ?=
backup restore: $(VENV)/run.stamp
	@test -n "$(FILE)" || { echo "Say which file: make $@ FILE=copy.sqlite3" >&2; exit 1; }
	@$(BIN)/python -m server $@ "$(abspath $(FILE))"

dev: $(VENV)/test.stamp web/node_modules/.stamp
	@$(BIN)/python manage.py migrate --verbosity 0
	@$(BIN)/python manage.py load_demo
	@echo "  Tilt Grid, rebuilt as you write, is at http://$(HOST):5173/"
	@trap 'kill 0' EXIT; (TILT_GRID_DEBUG=1 $(BIN)/python manage.py runserver 8000 &) ; cd web && npx vite --clearScreen false

test: $(VENV)/test.stamp web/dist.stamp
	@./tests/need-chromium
	$(BIN)/ruff check .
	$(BIN)/ruff format --check .
	$(BIN)/mypy
	cd web && npm run -s check && npm run -s lint && npm run -s test
	$(BIN)/pytest tests -n auto --maxprocesses 4

# Everything that is tested of one figure of the catalogue: make figure NAME=stadium
figure: $(VENV)/test.stamp
	$(BIN)/python -m mensuration check $(NAME)
	$(BIN)/pytest -q tests/core -n auto --maxprocesses 4 -k "$(NAME)"

# Properties attacked for as long as one likes: make fuzz SECONDS=3600; SEED plays a round again
SECONDS ?= 600
SEED ?= 1
fuzz: $(VENV)/test.stamp
	$(BIN)/python -m tests.fuzz $(SECONDS) $(SEED)

bench: $(VENV)/test.stamp web/dist.stamp
	@./tests/need-chromium
	$(BIN)/python -m bench

screenshots: $(VENV)/test.stamp web/dist.stamp
	@./tests/need-chromium
	$(BIN)/python -m tests.browser.screenshots

# What is generated from the code and checked in; tests hold it to the code.
types: $(VENV)/run.stamp web/node_modules/.stamp
	$(BIN)/python -m server openapi > web/openapi.json
	cd web && npm run -s types

schema: $(VENV)/run.stamp
	$(BIN)/python -m mensuration schema > docs/problem.schema.json

$(VENV)/run.stamp: requirements.lock
	@$(PYTHON) -c 'import sys; sys.exit(sys.version_info < (3, 11))' || { echo "Tilt Grid needs Python 3.11 or newer; this is $$($(PYTHON) --version 2>&1). Name a newer one: make demo PYTHON=python3.12" >&2; exit 1; }
	@test -x $(BIN)/python || $(PYTHON) -m venv $(VENV)
	$(BIN)/python -m pip install --quiet --disable-pip-version-check -r requirements.lock
	@touch $@

$(VENV)/test.stamp: requirements-test.lock $(VENV)/run.stamp
	$(BIN)/python -m pip install --quiet --disable-pip-version-check -r requirements-test.lock
	@touch $@

web/node_modules/.stamp: web/package-lock.json
	cd web && npm ci --silent --no-audit --no-fund
	@touch $@

web/dist.stamp: web/node_modules/.stamp $(WEB_SOURCES)
	cd web && npm run --silent build -- --logLevel warn
	@touch $@

clean:
	rm -rf $(VENV) web/node_modules web/dist .pytest_cache .mypy_cache .ruff_cache
