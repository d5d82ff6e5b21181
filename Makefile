.PHONY: demo build test bench setup setup-test assets lint clean format

GO_PACKAGES = ./...
SOURCES = arrows_test.go bench cmd core demo desk mail store web

demo: setup build
	@exec bin/indicum demo

setup:
	@tools/setup.sh demo

setup-test:
	@tools/setup.sh test

assets: setup
	@node web/build.mjs

build: assets
	@CGO_ENABLED=0 go build -trimpath -o bin/indicum ./cmd/indicum

lint:
	@test -z "$$(gofmt -l $(SOURCES))" || { gofmt -l $(SOURCES); echo "not gofmt-ed"; exit 1; }
	@go vet $(GO_PACKAGES)
	@go tool staticcheck $(GO_PACKAGES)
	@npx --no-install prettier --check --log-level warn .
	@npx --no-install eslint web e2e

# The closing lines of both runners, go test and node's, end the output.
test: setup-test build lint
	@bin/indicum database .data/test sh -c 'go test -count=1 $(GO_PACKAGES) && node --test --test-concurrency=1 --test-timeout=240000 e2e/*.test.mjs'

bench: setup-test build
	@bin/indicum database .data/test go test -run '^$$' -bench . -benchtime 1x -timeout 60m ./bench/...
	@bin/indicum database .data/test node e2e/measure.mjs

format:
	@gofmt -w $(SOURCES)
	@npx --no-install prettier --write --log-level warn .

clean:
	rm -rf bin web/dist/* core/typeface/dist/*
