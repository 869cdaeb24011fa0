#!/usr/bin/env bash
# Speed as ratios within one run; nothing here is asserted by the tests.
. "$(dirname "$0")/prepare.sh"
node --import tsx bench/files.ts
node --import tsx bench/start.ts
node --import tsx bench/formats.ts
node --import tsx bench/memory.ts
node --import tsx bench/check.ts
node --import tsx bench/names.ts
node --import tsx bench/placing.ts
[ -f .output/server/index.mjs ] || npx nuxt build --logLevel error
node --import tsx bench/served.ts
[ -x /usr/sbin/nginx ] && node --import tsx bench/door.ts || echo "bench/door.ts needs nginx: apt-get install nginx-light"
# the second start of the demo, to its first answer; the first one is done before where it is missing
port=3290
answer() { node -e "fetch('http://127.0.0.1:$port/api/session').then(a=>process.exit(a.ok?0:1),()=>process.exit(1))"; }
serve() { PORT=$port setsid bash scripts/demo.sh >.data/bench/demo.log 2>&1 & demo=$!; until answer; do sleep 0.1; done; }
finish() { kill -TERM -- -$demo 2>/dev/null; wait $demo 2>/dev/null || true; }
serve; finish
start=$(date +%s.%N); serve; end=$(date +%s.%N); finish
echo "second npm run demo, to first answer: $(echo "$end $start" | awk '{printf "%.1f", $1 - $2}') s (goal < 10)"
