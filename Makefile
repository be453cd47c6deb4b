# Two commands do everything on a fresh machine: make start, make test.
SHELL := /bin/bash
.DEFAULT_GOAL := start
.PHONY: start demo-reset test e2e any-day lint gen gen-check bench laws soak mutants shots build build-now packages-start packages-test clean

export CGO_ENABLED ?= 0
# No path of a machine is in what is built, and a second checkout compiles nothing anew.
export GOFLAGS := $(GOFLAGS) -trimpath

# Go, npm and the browser keep caches under a home folder; without one they get a folder here.
ifneq ($(shell [ -n "$$HOME" ] && [ -w "$$HOME" ] && echo yes),yes)
home := $(shell getent passwd "$$(id -u)" | cut -d: -f6)
ifneq ($(shell [ -n "$(home)" ] && [ -w "$(home)" ] && echo yes),yes)
home := $(CURDIR)/.local/home
endif
export HOME := $(home)
$(shell mkdir -p "$(home)")
endif
# A checkout of somebody else's, which git does not trust, is built without its revision.
ifneq ($(shell git rev-parse --verify HEAD >/dev/null 2>&1 && echo yes),yes)
export GOFLAGS := $(GOFLAGS) -buildvcs=false
endif

WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts web/tsconfig.json api/openapi.yaml

start: packages-start build ## build what changed, start the database and serve
	@exec ./bin/emblo serve

demo-reset: packages-start build ## delete the demo centre and load it afresh
	@./bin/emblo demo-reset

# Two at once in one folder build one after the other.
build: ## build what changed
	@mkdir -p .local && flock .local/build.lock $(MAKE) --no-print-directory build-now

build-now: web/built/app/index.html
	@echo "Building the program"
	@go build -o bin/emblo ./cmd/emblo

packages-start:
	@scripts/packages.sh start

packages-test:
	@scripts/packages.sh test

web/node_modules/.installed: web/package.json web/package-lock.json
	@echo "Installing front-end packages (a minute on a fresh machine)"
	@cd web && npm ci --no-fund --no-audit --loglevel=error
	@touch $@

web/built/app/index.html: web/node_modules/.installed $(WEB_SOURCES)
	@echo "Building the front end"
	@cd web && npm run --silent build -- --logLevel warn
	@touch $@

gen: web/node_modules/.installed ## write the generated code anew
	@scripts/gen.sh .

gen-check: web/node_modules/.installed
	@scripts/gen.sh check

lint: build gen-check
	@echo "Linting"
	@test -z "$$(gofmt -l core internal cmd web/embed.go e2e)" || { echo "not gofmt'ed:"; gofmt -l core internal cmd web/embed.go e2e; exit 1; }
	@(cd web && npm run --silent types && npm run --silent lint) & page=$$!; \
	{ go vet -tags soak ./... && go tool staticcheck ./... && wait $$page; } || { kill $$page 2>/dev/null; exit 1; }

test: packages-test build lint ## everything that is checked
	@echo "Testing what of the page is pure"
	@cd web && npm run --silent test -- --reporter=dot
	@echo "Testing the core, the laws of the verdicts over many random cases"
	@go test -vet=off -timeout 20m ./core/safety ./core/naming -rapid.checks=$${LAW_CASES:-10000}
	@go test -vet=off -timeout 20m ./core/asking -rapid.checks=$$(( $${LAW_CASES:-10000} / 8 ))
	@echo "Testing that nothing stale is answered while data is restored, with the race detector"
	@CGO_ENABLED=1 go test -vet=off -race -run TestRestoreWhileRunning ./internal/httpapi
	@echo "Testing the rest of Go, the API on PostgreSQL"
	@go test -vet=off -parallel 4 $$(go list ./... | grep -v /e2e)
	@$(MAKE) --no-print-directory e2e

# More screens at once than processors: one that waits leaves room for another.
SCREENS ?= $(shell echo $$(( $$(nproc) * 3 / 2 )))

e2e: packages-test build ## the interface in the browser
	@echo "Testing the interface in the browser"
	@go test -vet=off -timeout 20m -parallel $(SCREENS) ./e2e/...

# The moments of internal/moment, each with the database's clock there too and apart.
MOMENTS ?= today in-3-days in-40-days sunday-night february-28 february-29 europe-spring europe-autumn america-spring america-autumn new-year 2031
DATABASE_CLOCKS ?= with apart

any-day: packages-test build ## whatever hangs on a clock at each of the moments (two hours and a half)
	@set -e -o pipefail; for moment in $(MOMENTS); do for clock in $(DATABASE_CLOCKS); do \
		export EMBLO_MOMENT=$$moment EMBLO_MOMENT_DATABASE=$$clock; \
		echo "At $$moment, the database's clock $$clock"; \
		go test -count=1 -timeout 20m ./internal/... ./cmd/... | { grep -v 'no test files' || true; }; \
		go test -count=1 -timeout 20m -parallel $(SCREENS) ./e2e; \
	done; done

bench: packages-test build ## speed, as ratios against a floor measured in the same run; fails when a budget does not hold
	@go build -o bin/budgets ./cmd/budgets
	@set -o pipefail; { go test -p 1 -run '^$$' -bench . -benchtime=$${BENCH_TIME:-0.3s} -count=5 ./core/... ./internal/httpapi && go test -run '^$$' -bench . -benchtime=8x -count=3 ./e2e && node scripts/bundle-ratio.mjs; } | ./bin/budgets

laws: ## the laws of the verdicts over a hundred thousand cases each (five minutes)
	go test -count=1 -timeout 60m ./core/safety ./core/naming ./core/batch ./core/keep -rapid.checks=100000

soak: packages-test build ## writes of every kind while the program and the database are killed, frozen and without room; EMBLO_SOAK=1h goes on for an hour
	@scripts/small-disk.sh go test -count=1 -v -timeout 4h -tags soak -run TestSoak ./e2e

MUTANTS ?= safety material recipe batch plan prep stock

mutants: ## put small faults into the core that advice hangs on and count what its own tests catch (four hours)
	for part in $(MUTANTS); do go run github.com/go-gremlins/gremlins/cmd/gremlins@v0.6.0 unleash ./core/$$part --workers 2 --timeout-coefficient 20; done

shots: packages-test build ## refresh docs/screenshots from the demo centre
	@EMBLO_SHOTS="$(CURDIR)/docs/screenshots" go test -count=1 -run TestMainViews ./e2e

clean:
	rm -rf bin web/built/app web/node_modules
