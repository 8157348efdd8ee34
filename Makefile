# Everything runs from here; needs Python 3.11, Node 20 and npm.
SHELL := /bin/bash
.ONESHELL:
.SHELLFLAGS := -eu -o pipefail -c
.DEFAULT_GOAL := help
# Where it is set, each of the many processes of the tests would compile every library anew.
unexport PYTHONDONTWRITEBYTECODE

PYTHON ?= $(shell command -v python3.11 || command -v python3)
VENV := .venv
PY := $(VENV)/bin/python
APP_STAMP := $(VENV)/.app
DEV_STAMP := $(VENV)/.dev
MODULES := frontend/node_modules/.package-lock.json
BUILT := frontend/dist/manifest.json
BESIDE := tests/browser tests/faults
FRONT_SOURCES := $(shell find frontend/src frontend/public docs/guide -type f 2>/dev/null) frontend/vite.config.ts frontend/svelte.config.js

.PHONY: help demo loaded kernels demo-reset demo-empty run link dev test lint types-check pytest api thorough front-check browser bench lighthouse shots wheel interfaces format clean

help: ## this list
	@grep -hE '^[a-z-]+:.*##' $(MAKEFILE_LIST) | sed -E 's/:.*## /\t/' | expand -t 16

$(VENV)/bin/uv: requirements/bootstrap.txt
	@$(PYTHON) -c 'import sys; sys.exit("Python 3.11 is wanted; say make PYTHON=/path/to/python3.11" if sys.version_info[:2] != (3, 11) else 0)'
	$(PYTHON) -m venv $(VENV) || { echo "Python's venv module is missing (on Debian: apt-get install python3-venv)."; exit 1; }
	$(VENV)/bin/pip install --quiet --disable-pip-version-check --require-hashes -r requirements/bootstrap.txt
	touch $@

$(APP_STAMP): $(VENV)/bin/uv requirements/app.txt pyproject.toml
	[ -e $(DEV_STAMP) ] || $(VENV)/bin/uv pip install --quiet --python $(PY) --require-hashes -r requirements/app.txt
	$(VENV)/bin/uv pip install --quiet --python $(PY) --no-deps --no-build-isolation -e .
	touch $@

$(DEV_STAMP): $(VENV)/bin/uv requirements/dev.txt pyproject.toml
	$(VENV)/bin/uv pip sync --quiet --python $(PY) --require-hashes requirements/dev.txt
	$(VENV)/bin/uv pip install --quiet --python $(PY) --no-deps --no-build-isolation -e .
	touch $@ $(APP_STAMP)

$(MODULES): frontend/package.json frontend/package-lock.json
	cd frontend && npm ci --no-fund --no-audit --loglevel=error
	touch node_modules/.package-lock.json

$(BUILT): $(MODULES) $(FRONT_SOURCES) | $(APP_STAMP)
	(cd frontend && npx --no-install vite build --logLevel warn)
	$(PY) -m whitenoise.compress --quiet frontend/dist
	touch $@

demo: $(VENV)/bin/uv ## install, build, load the demo and serve it on 127.0.0.1:8000
	# The front end is built on one core while the other compiles the kernel and loads the demo.
	$(MAKE) --no-print-directory --jobs 2 $(BUILT) loaded
	$(PY) manage.py demo $(DEMO_FLAGS)

loaded: $(APP_STAMP)
	$(PY) manage.py demo --no-serve

demo-reset: $(APP_STAMP) $(BUILT) ## the same, starting over
	$(PY) manage.py demo --reset $(DEMO_FLAGS)

demo-empty: $(APP_STAMP) $(BUILT) ## the same, with an empty hangar
	$(PY) manage.py demo --reset --empty $(DEMO_FLAGS)

run: $(APP_STAMP) $(BUILT) ## your own hangar on 127.0.0.1:8000, kept in var/
	$(PY) manage.py run $(RUN_FLAGS)

link: $(APP_STAMP) ## a fresh one-time link into your own hangar, while make run serves it
	@$(PY) manage.py link

dev: $(DEV_STAMP) $(MODULES) ## hot reload: Vite beside Django
	trap 'kill $$(jobs -p) 2>/dev/null' EXIT
	(cd frontend && npx --no-install vite) &
	WOBBLY_VITE_DEV=1 WOBBLY_DEBUG=1 $(PY) manage.py demo --reload

test: $(VENV)/bin/uv ## lint, types, front-end checks, tests, browser tests
	$(MAKE) --no-print-directory --jobs 2 --output-sync=target lint types-check kernels front-check $(BUILT)
	tools/chromium.sh
	# Three on two cores, each with a database of its own: the browser's stories wait for answers half of their time, and come first.
	$(MAKE) --no-print-directory --jobs 3 --output-sync=target browser pytest api

kernels: $(DEV_STAMP) # once, lest each half of the tests compiles the same
	DJANGO_SETTINGS_MODULE=wobbly_fin.site.settings $(PY) -c "import django; django.setup(); from wobbly_fin.site.warm import warm; warm()"

lint: $(DEV_STAMP)
	$(VENV)/bin/ruff check .
	$(VENV)/bin/ruff format --check .
	$(VENV)/bin/lint-imports
	$(PY) manage.py makemigrations --check --dry-run -v 0

types-check: $(DEV_STAMP)
	$(VENV)/bin/mypy src

front-check: $(MODULES)
	cd frontend
	npx --no-install eslint .
	npx --no-install prettier --check . --log-level warn
	npx --no-install svelte-check --tsconfig ./tsconfig.json --fail-on-warnings
	npx --no-install vitest run

pytest: $(DEV_STAMP) $(BUILT)
	nice -n 5 $(PY) -m pytest $(addprefix --ignore ,$(BESIDE) tests/api)

api: $(DEV_STAMP) $(BUILT)
	WOBBLY_VAR=$(CURDIR)/var/api nice -n 5 $(PY) -m pytest tests/api

browser: $(DEV_STAMP) $(BUILT)
	tools/chromium.sh
	WOBBLY_VAR=$(CURDIR)/var/browser $(PY) -m pytest $(BESIDE)

thorough: $(DEV_STAMP) $(BUILT) ## the slow walks over the API and every door, with many more examples; the stories with answers late by chance
	WOBBLY_THOROUGH=1 $(PY) -m pytest tests/api/test_schema.py tests/api/test_hostile.py tests/api/test_guessing.py tests/faults/test_stalled.py tests/api/test_agreement.py tests/api/test_begin.py tests/cli/test_propose.py tests/rocketry/choosing/test_registry.py tests/rocketry/motors/test_typical.py tests/rocketry/altimetry
	cd frontend && SCHEDULES=500 npx vitest run src/launchdays
	tools/chromium.sh
	WOBBLY_THOROUGH=1 WOBBLY_LATE=$${WOBBLY_LATE:-1} $(PY) -m pytest tests/browser

bench: $(DEV_STAMP) $(BUILT) ## speed, memory and start-up, as ratios in one run; a club day over sockets
	$(PY) -m bench.run
	$(PY) -m bench.commands
	$(PY) -m bench.load

lighthouse: $(DEV_STAMP) $(BUILT) ## Lighthouse over the demo, which must be running; fetches Lighthouse
	$(PY) -m bench.lighthouse
	$(PY) -m bench.taps

shots: $(DEV_STAMP) $(BUILT) ## docs/screenshots from the demo data
	tools/chromium.sh
	$(PY) -m tools.shots

wheel: $(DEV_STAMP) $(BUILT) ## a package for pip, in dist/, with its bill of materials (CycloneDX)
	rm -rf dist
	$(VENV)/bin/uv build --quiet --wheel --no-build-isolation --python $(PY) --out-dir dist
	$(VENV)/bin/cyclonedx-py requirements requirements/app.txt --output-file dist/python.cdx.json
	cd frontend && npm sbom --omit dev --sbom-format cyclonedx > ../dist/front-end.cdx.json

interfaces: $(DEV_STAMP) ## OpenAPI, its TypeScript types, JSON Schemas
	$(PY) manage.py write_interfaces
	cd frontend && npm run --silent types

format: $(DEV_STAMP) $(MODULES) ## put everything into house style
	$(VENV)/bin/ruff check --fix-only .
	$(VENV)/bin/ruff format .
	cd frontend && npx --no-install prettier --write . --log-level warn

clean: ## remove what was installed and built; the database in var/ stays
	rm -rf $(VENV) frontend/node_modules frontend/dist
