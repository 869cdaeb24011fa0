#!/usr/bin/env bash
# Types of everything: core alone (no Node, no DOM), tests with command line and demo, then the application.
set -euo pipefail
cd "$(dirname "$0")/.."
npx tsc -p core/tsconfig.json
npx tsc -p tests/tsconfig.json
npx nuxt typecheck
