# Commands of the house. The two to know: `make demo` and `make test`.
PY := .run/venv/bin
HOUSE := python3 house/serve.py

.PHONY: demo stop test test-long test-setup check setup generate manage lock bench load plots released shots films predictions shop lead check-shop units \
  backup restore format

demo: ## set everything up, serve the demo shop on loopback, print address and sign-in
	@$(HOUSE) demo

stop: ## stop what this checkout started
	@$(HOUSE) stop

test: ## set everything up, run every test; TESTS="core/tests" runs some
	@$(HOUSE) test $(TESTS)

test-long: ## what takes minutes by its nature; ONE=today runs one of them, another each day
	@$(HOUSE) test-long $(ONE)

test-setup: ## kill the set-up at random moments in a clone, again and again; KILLS=30
	@$(HOUSE) test-setup $(or $(KILLS),30)

setup: ## set up all that checking, testing and measuring need
	@$(HOUSE) setup

# The settings need a value to be read with; linting reaches no database.
check: export CALM_AXLE_SECRET_KEY = lint
check: export CALM_AXLE_DATABASE_PORT = 0
check: export CALM_AXLE_DATABASE_PASSWORD = lint
check: export CALM_AXLE_MEDIA = lint
check: export PYTHONPATH = server
check: setup ## lint, types, contracts, and that generated files are current
	$(PY)/ruff check .
	$(PY)/ruff format --check .
	$(PY)/mypy core/axlecore
	$(PY)/mypy server
	$(PY)/lint-imports --no-cache
	cd web && npx --no-install tsc --noEmit
	cd web && npx --no-install eslint src --max-warnings 0
	cd web && npx --no-install prettier --check --log-level warn src
	@$(HOUSE) generated --check
	cd web && npx --no-install openapi-typescript openapi.json -o src/api/schema.ts --alphabetize --empty-objects-unknown --check

format: setup
	$(PY)/ruff check --fix-only -q .
	$(PY)/ruff format -q .
	cd web && npx --no-install prettier --write --log-level warn src

generate: ## write what is generated from core: API description, types, schema in the docs
	@$(HOUSE) generated
	cd web && npm run -s generate

manage: setup ## any Django command on the demo data: make manage ARGS="showmigrations"
	@$(HOUSE) manage $(ARGS)

plots: setup ## draw the plots of docs/physics.md from core
	MPLBACKEND=svg $(PY)/python docs/plots/draw.py

shop: ## serve a shop of its own, settings in shop.env; SETTINGS=file names another
	@$(HOUSE) shop "settings=$(SETTINGS)"

lead: ## invite a lead to a shop by a code, the first one too: SHOP="name of the shop"
	@$(HOUSE) lead "shop=$(SHOP)" "settings=$(SETTINGS)"

check-shop: ## what of a shop's settings is not as it should be for people to rely on it
	@$(HOUSE) check-shop "settings=$(SETTINGS)"

units: ## write the units of a shop for systemd; TO=folder, OWNER=who they run as
	@$(HOUSE) shop-units "to=$(TO)" "user=$(OWNER)" "settings=$(SETTINGS)"

backup: ## database and photos in one checked file, while serving; OF=shop, TO=folder, KEEP=7 newest
	@$(HOUSE) backup "of=$(OF)" "to=$(TO)" "keep=$(KEEP)"

restore: ## put a backup in place: FILE=…, OF=shop; OVER=yes where a shop is there already
	@$(HOUSE) restore "of=$(OF)" "file=$(FILE)" "over=$(OVER)"

bench: setup ## measure, in ratios; prints a table and JSON
	@$(HOUSE) bench

load: setup ## fifty people for three minutes on a shop of its own; SECONDS=30 is shorter
	@$(HOUSE) load $(SECONDS)

shots: ## take docs/screenshots from the demo data
	@$(HOUSE) shots

films: setup ## draw the demo's two films anew, from the core's replay
	@$(HOUSE) films

predictions: setup ## work the demo's forty predictions out anew, by core
	@$(HOUSE) manage make_predictions

released: ## keep the demo shop as this version writes it, for the test of upgrades
	@$(HOUSE) released

lock: setup ## compile the locks after changing a requirements*.in
	for f in requirements requirements-dev requirements-setup; do $(PY)/uv pip compile -q --generate-hashes \
	  --no-emit-index-url --no-header --python-version 3.11 $$f.in -o $$f.txt; done
