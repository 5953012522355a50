# The two commands a newcomer needs: "make demo" and "make test". Both install what is missing.
SHELL := /bin/bash
PORT ?= 7310

RUN_PACKAGES  := php-cli php-fpm php-sqlite3 php-mbstring php-xml php-zip nginx-light liblcms2-2 libvips42 libraw-bin unzip
TEST_PACKAGES := php-imagick chromium ffmpeg imagemagick liblcms2-utils python3-sklearn python3-pil icc-profiles-free

CHAOS_PACKAGES := libfaketime

.PHONY: help demo test check chaos bench photos screenshots build packages test-packages clean

help:
	@echo "make demo         install, build, fill with the demo photos and serve on http://127.0.0.1:$(PORT)/"
	@echo "make test         install what the tests need and run all of them"
	@echo "make check        static analysis, code style, types"
	@echo "make chaos        attack a server of its own: kills, full disks, crowds, hostile files (takes ten minutes)"
	@echo "make bench        measure speed and accuracy against other programs (takes minutes)"
	@echo "make screenshots  take the pictures in docs/screenshots anew"
	@echo "make photos       render the demo photos anew from their scenes (takes an hour)"

demo: build
	@echo "== Filling the data directory with the demo photos and serving them"
	bin/tovrin demo --port $(PORT)

test: test-packages build
	@echo "== Core and application tests, and a server under attack in small, side by side"
	bin/test-php
	@echo "== Tests of the studio's parts"
	npm run --silent --workspace studio test
	@echo "== Browser tests"
	npm run --silent --workspace tests/browser test

check: build
	@echo "== Static analysis of PHP"
	vendor/bin/phpstan analyse --no-progress --memory-limit=1G
	@echo "== Code style of PHP"
	vendor/bin/php-cs-fixer fix --dry-run --diff
	@echo "== Types and lint of the studio and the browser tests"
	npm run --silent --workspace studio typecheck
	npm run --silent --workspace studio lint
	npm run --silent --workspace tests/browser typecheck

chaos: test-packages build
	@bin/install-packages $(CHAOS_PACKAGES)
	node tests/chaos/run.mjs

bench: test-packages build
	bench/run

photos:
	demo/render

screenshots: test-packages build
	node docs/take-screenshots.mjs

build: packages vendor/autoload.php studio/dist/index.html var/cache/compiled

packages:
	@bin/install-packages $(RUN_PACKAGES)

test-packages:
	@bin/install-packages $(TEST_PACKAGES)

vendor/autoload.php: composer.json
	@echo "== Installing PHP packages"
	composer install --no-interaction --no-progress --quiet
	@touch $@

var/cache/compiled: vendor/autoload.php bin/compile $(shell find core src -name '*.php')
	@bin/compile

node_modules/.package-lock.json: package-lock.json package.json studio/package.json tests/browser/package.json bench/package.json
	@echo "== Installing front-end packages"
	npm ci --no-audit --no-fund --loglevel=error
	@touch $@

studio/dist/index.html: node_modules/.package-lock.json core/Format/look.schema.json src/openapi.json studio/index.html studio/vite.config.ts studio/tsconfig.json $(shell find studio/src -type f -not -path '*/generated/*')
	@echo "== Building the studio"
	npm run --silent --workspace studio build
	@touch $@

clean:
	rm -rf vendor node_modules studio/node_modules studio/dist studio/src/generated var/cache
