# The two commands a newcomer needs: "make demo" and "make test". Both install what is missing.
SHELL := /bin/bash
PORT ?= 7310

RUN_PACKAGES  := php-cli php-curl php-fpm php-sqlite3 php-mbstring php-xml php-zip nginx-light libnginx-mod-nchan liblcms2-2 libvips42 libraw-bin unzip
TEST_PACKAGES := php-imagick php-pgsql postgresql libfaketime chromium ffmpeg imagemagick liblcms2-utils python3-sklearn python3-pil icc-profiles-free
# A machine that only works for another one serves nothing.
WORKER_PACKAGES := $(filter-out php-fpm nginx-light libnginx-mod-nchan,$(RUN_PACKAGES))

PHP_LISTS  := composer.json $(wildcard versions/*/composer.json)
NODE_LISTS := package-lock.json package.json studio/package.json tests/browser/package.json bench/package.json

.PHONY: help demo worker test test-core test-one check chaos bench fresh photos screenshots build requirements packages tools clean
.NOTPARALLEL:

help:
	@echo "make demo         install, build, fill with the demo photos and serve on http://127.0.0.1:$(PORT)/"
	@echo "make worker       install what a worker needs on a machine without the data; see docs/running.md"
	@echo "make test         install what the tests need and run all of them"
	@echo "make test-core    the colour maths alone; make test-one T=NAME: one class or method of the PHP tests"
	@echo "make check        static analysis, code style, types"
	@echo "make fresh        try \"make demo\" on a bare Debian in a folder; TEST=1 tries \"make test\" too, AS=user as an ordinary user (needs root)"
	@echo "make fresh PAIR=1  carry the ten lines of docs/running.md out: a front and a machine with two workers (needs root)"
	@echo "make chaos        attack a server of its own: kills, full disks, crowds, hostile files (takes ten minutes)"
	@echo "make bench        measure speed and accuracy against other programs (takes minutes)"
	@echo "make screenshots  take the pictures in docs/screenshots anew"
	@echo "make photos       render the demo photos anew from their scenes (takes an hour)"

demo: build
	@echo "== Filling the data directory with the demo photos and serving them"
	bin/tovrin demo --port $(PORT)

# Neither Node nor a web server is needed.
worker:
	@bin/check-requirements --without-node
	@bin/install-packages $(WORKER_PACKAGES)
	@$(MAKE) --no-print-directory var/cache/compiled

test: tools build
	bin/test

# The colour maths alone, and one test by its name.
test-core: tools
	@. bin/php-options; php $$TOVRIN_PHP_OPTIONS vendor/bin/phpunit --do-not-cache-result --testsuite core

test-one: tools
	@test -n "$(T)" || { echo "Which? For example: make test-one T=SmoothTest" >&2; exit 2; }
	@. bin/php-options; php $$TOVRIN_PHP_OPTIONS vendor/bin/phpunit --do-not-cache-result --filter '$(T)'

check: tools build
	@echo "== Static analysis of PHP"
	vendor/bin/phpstan analyse --no-progress --memory-limit=1G
	@echo "== Code style of PHP"
	vendor/bin/php-cs-fixer fix --dry-run --diff
	@echo "== Types and lint of the studio and the browser tests"
	npm run --silent --workspace studio typecheck
	npm run --silent --workspace studio lint
	npm run --silent --workspace tests/browser typecheck
	npm run --silent --workspace tests/browser lint
	@echo "== What nothing uses in the studio"
	node_modules/.bin/knip --no-progress

chaos: tools build
	node tests/chaos/run.mjs

bench: tools build
	bench/run

fresh:
	@bin/fresh-$(if $(PAIR),pair,machine)

photos:
	demo/render

screenshots: tools build
	node docs/take-screenshots.mjs

build: packages vendor/autoload.php studio/dist/index.html var/cache/compiled

requirements:
	@bin/check-requirements

packages: requirements
	@bin/install-packages $(RUN_PACKAGES)

# What running it does not need, and tests and checks do.
tools: packages vendor/.tools node_modules/.tools
	@bin/install-packages $(TEST_PACKAGES)

vendor/.tools: $(PHP_LISTS)
	@echo "== Installing PHP packages, with those that test and check"
	@bin/patiently composer install --no-interaction --no-progress
	@chmod -R a+rX vendor
	@touch vendor/autoload.php $@

# Without the tools, unless they are there already.
vendor/autoload.php: $(PHP_LISTS)
	@echo "== Installing PHP packages"
	@bin/patiently composer install --no-interaction --no-progress $(if $(wildcard vendor/.tools),,--no-dev)
	@# Some packages come closed to others than whoever unpacks them; a service runs as a user of its own.
	@chmod -R a+rX vendor
	@touch $@

var/cache/compiled: vendor/autoload.php bin/compile $(shell find core src -name '*.php')
	@bin/compile

node_modules/.tools: $(NODE_LISTS)
	@echo "== Installing front-end packages, with those that test and check"
	@bin/patiently npm ci --no-audit --no-fund
	@touch node_modules/.package-lock.json $@

node_modules/.package-lock.json: $(NODE_LISTS)
	@echo "== Installing front-end packages"
	@bin/patiently npm ci --no-audit --no-fund $(if $(wildcard node_modules/.tools),,--omit=dev --workspace studio)
	@touch $@ $(wildcard node_modules/.tools)

studio/dist/index.html: src/Release.php node_modules/.package-lock.json core/Format/look.schema.json src/openapi.json studio/index.html studio/outputs.mjs studio/vite.config.ts studio/tsconfig.json $(wildcard docs/guide/*/*.md) $(shell find studio/src -type f -not -path '*/generated/*')
	@echo "== Building the studio"
	@bin/quietly npm run --silent --workspace studio build
	@touch $@

clean:
	rm -rf vendor node_modules studio/node_modules studio/dist studio/src/generated var/cache
