#!/usr/bin/env bash
# Everything that must hold: packages, lint, what builds on what, types, unit, database and browser tests. Ends with one line of counts.
. "$(dirname "$0")/prepare.sh"
results=$PWD/.data/results
rm -rf "$results"; mkdir -p "$results"
failed=0

missing=()
command -v chromium >/dev/null || missing+=(chromium)
command -v file >/dev/null || missing+=(file)
command -v python3 >/dev/null || missing+=(python3)
ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || missing+=(postgresql)
# programs alone, nothing that only goes well with them
bare=()
command -v qpdf >/dev/null || bare+=(qpdf)
command -v fc-query >/dev/null || bare+=(fontconfig)
[ -x /usr/sbin/apache2 ] || bare+=(apache2-bin)
[ -x /usr/sbin/sshd ] || bare+=(openssh-server)
[ -x /usr/sbin/dovecot ] || bare+=(dovecot-imapd)
if [ $((${#missing[@]} + ${#bare[@]})) -gt 0 ]; then
  if [ "$(id -u)" = 0 ]; then
    echo "Installing ${missing[*]} ${bare[*]} from Debian's packages …"
    # no service is to begin because a test wants to begin one of its own
    policy=/usr/sbin/policy-rc.d
    own=; [ -e $policy ] || { own=yes; printf '#!/bin/sh\nexit 101\n' > $policy; chmod +x $policy; }
    export DEBIAN_FRONTEND=noninteractive
    apt-get update -qq
    [ ${#missing[@]} -eq 0 ] || apt-get install -y -qq "${missing[@]}" >/dev/null
    [ ${#bare[@]} -eq 0 ] || apt-get install -y -qq --no-install-recommends "${bare[@]}" >/dev/null
    [ -z "$own" ] || rm -f $policy
  else
    echo "Missing: ${missing[*]} ${bare[*]}. Run: sudo apt-get install ${missing[*]} ${bare[*]}" >&2
    exit 1
  fi
fi

part() { # name, command …: a part that fails counts as one failure and the rest still runs
  local name=$1; shift
  echo; echo "== $name"
  if ! "$@"; then failed=$((failed + 1)); echo "== $name failed"; fi
}

npx nuxt prepare >/dev/null
part "lint" npx eslint .
part "structure" npm run --silent structure
part "unused code and packages" npm run --silent unused
part "types" bash scripts/typecheck.sh
# what fails in these two is counted test by test
echo; echo "== unit and database tests"
npx vitest run --coverage --coverage.reportsDirectory="$results/coverage" --reporter=default --reporter=json --outputFile.json="$results/vitest.json" --hideSkippedTests 2>&1 | grep -v '✓' || true
node scripts/coverage.mjs "$results/coverage/coverage-summary.json" || true
part "build" npx nuxt build --logLevel silent
echo; echo "== browser tests"
USITOR_TEST_JSON=$results/playwright.json npx playwright test || true
bash scripts/database.sh stop test

node - "$results" "$failed" <<'NODE'
const { readFileSync } = require('node:fs')
const [folder, before] = process.argv.slice(2)
const read = (name) => { try { return JSON.parse(readFileSync(`${folder}/${name}`, 'utf8')) } catch { return null } }
const vitest = read('vitest.json')
const browser = read('playwright.json')
// a runner that wrote no result has failed as a whole
let passed = 0
let failed = Number(before) + (vitest ? 0 : 1) + (browser ? 0 : 1)
if (vitest) { passed += vitest.numPassedTests; failed += vitest.numFailedTests + (vitest.success || vitest.numFailedTests > 0 ? 0 : 1) }
if (browser) { passed += browser.stats.expected; failed += browser.stats.unexpected + browser.stats.flaky + browser.stats.skipped }
// said again at the end, where a long record of a run is read first
const report = (name, where, why) => console.log(`\nFAILED: ${where} › ${name}\n${String(why).slice(0, 2000)}`)
for (const file of vitest?.testResults ?? []) {
  const fell = file.assertionResults.filter((test) => test.status === 'failed')
  for (const test of fell) report(test.fullName, file.name, test.failureMessages.join('\n'))
  if (file.status === 'failed' && fell.length === 0) report('the file as a whole', file.name, file.message)
}
const specs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)]
for (const spec of (browser?.suites ?? []).flatMap(specs)) {
  for (const test of spec.tests.filter((one) => one.status !== 'expected')) {
    report(spec.title, spec.file, test.results.map((result) => result.error?.message ?? result.status).join('\n'))
  }
}
console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 && passed > 0 ? 0 : 1)
NODE
