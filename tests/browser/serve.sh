#!/usr/bin/env bash
# The built application on an empty database of its own, for the browser tests.
set -euo pipefail
cd "$(dirname "$0")/../.."
bash scripts/database.sh start test
url=$(bash scripts/database.sh url test)
node --input-type=module -e "
import pg from 'pg'
const client = new pg.Client(process.argv[1])
await client.connect()
await client.query('drop database if exists usitor_browser with (force)')
await client.query('create database usitor_browser')
await client.end()" "$url"
export DATABASE_URL=${url%/usitor}/usitor_browser PORT=$1 HOST=127.0.0.1
exec node scripts/start.mjs
