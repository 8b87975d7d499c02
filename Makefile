# The two commands of the README, and what they are made of. Everything a fresh machine lacks is
# installed by scripts/; see there.

NPM = npm --no-fund --no-audit
PORT ?= 8080

.PHONY: mutants days attack figures runs demo test build checked tools modules web api check-format lint test-rust laws test-web test-e2e bench load faults rooms truth limit learnable study pictures

demo: build
	./target/release/unctum demo --port $(PORT)

# The complete program, front end inside, at target/release/unctum.
build: tools web
	cargo build --release -p unctum

tools:
	@scripts/tools

modules: web/node_modules/.stamp e2e/node_modules/.stamp

%/node_modules/.stamp: %/package-lock.json
	cd $* && $(NPM) ci
	@touch $@

# Built only when something in it changed: every build makes the program link again.
web: web/node_modules/.stamp
	@scripts/build-web

test: checked modules check-format lint api test-rust test-web test-e2e

# Everything of ours compiled once as its tests want it, overflow checked, by the linter's compiler: a warning ends it, and
# no dependency is looked through a second time for that alone. The program that tests over HTTP and in the
# browser talk to is this one too. It stands in the real one's place until `make build` puts that back.
CHECKED = RUSTC_WORKSPACE_WRAPPER=$(CURDIR)/scripts/linting-rustc cargo test --release --workspace --config scripts/test-profile.toml

checked: tools web
	$(CHECKED) --no-run
	$(CHECKED) --no-run --benches

check-format: modules
	cargo fmt --all -- --check
	cd web && $(NPM) run -s format:check
	cd e2e && $(NPM) run -s format:check

lint: checked modules
	cd web && $(NPM) run -s lint && $(NPM) run -s typecheck
	cd e2e && $(NPM) run -s typecheck

# The committed description and its TypeScript types are what the program says now.
api: checked modules
	@scripts/check-api

# The laws are tried with the same cases every time, so that a red test is the change's own; `make laws`
# tries others, and many more.
test-rust: checked
	PROPTEST_RNG_SEED=20 $(CHECKED)

laws:
	PROPTEST_CASES=2000 cargo test --release -p unctum-core --config scripts/test-profile.toml

test-web: modules
	cd web && $(NPM) run -s test

test-e2e: checked modules
	@scripts/tools browser
	node e2e/measure/figures.mjs
	cd e2e && $(NPM) run -s test

# Every method cooked as strangers cook it: three sizes, three kitchens, three cooks; an hour. RUN="words" cooks those whose
# name holds them, SHOW=1 says what is pressed.
runs:
	cargo test --release -p unctum-core --config scripts/test-profile.toml --test job -- --ignored --nocapture all_runs

# Changes the rules of the job in small ways, one after another, and says which of them no test notices; two days for all
# of them, an hour for a sample of one in fifty: `make mutants PART=7/50`.
PART = 0/50
MUTANTS = target/tools/bin/cargo-mutants
NEXTEST = target/tools/bin/cargo-nextest

$(MUTANTS):
	cargo install cargo-mutants --version 27.1.0 --locked --root target/tools

$(NEXTEST):
	cargo install cargo-nextest --version 0.9.143 --locked --root target/tools

mutants: tools $(MUTANTS) $(NEXTEST)
	PATH="$(CURDIR)/target/tools/bin:$$PATH" PROPTEST_RNG_SEED=20 $(MUTANTS) mutants --package unctum-core --shard $(PART) \
		--sharding round-robin --output target -- --test job \
		-E 'not (test(runs::) | test(search::every_sweet) | test(every_order))'

# Figures for docs/performance.md: the core, the server, the bench's redraw.
bench: build modules
	cargo bench -p unctum-core
	@scripts/tools browser
	cd e2e && npx playwright test -c speed.config.ts

# Figures of docs/performance.md for a notebook of many years, and what is done to the program in
# docs/reliability.md.
load: build
	node e2e/measure/load.mjs
	node e2e/measure/photo.mjs
	node e2e/measure/probes.mjs
	node e2e/measure/after-pan.mjs

# Every figure of every sweet against the same figure elsewhere, asked as a stranger; a minute.
figures: build
	node e2e/measure/figures.mjs

# What an enemy on the network and bad luck would try, from outside: spellings, guessing, silent and slow connections,
# photographs; exports' memory, clocks; kills, torn and moved files; ten minutes.
attack: build
	node e2e/measure/attack.mjs
	node e2e/measure/luck.mjs
	node e2e/measure/faults.mjs

faults: build
	node e2e/measure/faults.mjs

# What each room costs a phone, by Lighthouse; ten minutes.
rooms: build e2e/lighthouse/node_modules/.stamp
	@scripts/tools browser
	node e2e/lighthouse/rooms.mjs

# Forty kitchens that learn from their batches, for docs/performance.md; an hour on two cores.
study:
	cargo run --release -p unctum-truth -- study 40

# The belief against a hidden truth, for docs/performance.md; some minutes.
truth:
	cargo run --release -p unctum-truth -- $(COOKS)

# Reference days planned with two seconds of computing each, against the best that is known of them; a minute.
SECONDS = 2
days:
	cargo run --release -p unctum-truth -- days $(SECONDS)

# How near anybody could land with the same readings; two minutes.
limit:
	cargo run --release -p unctum-truth -- limit $(COOKS)

# How much could be learnt of a kitchen with the same readings; five minutes a row.
learnable:
	cargo run --release -p unctum-truth -- learnable 40 $(ROW)

# The screenshots of docs/, made from the demo.
pictures: build modules
	@scripts/tools browser
	cd e2e && npx playwright test -c pictures.config.ts
