#!/usr/bin/env bash
# Builds the console's stylesheet and gathers its scripts and fonts, where something changed since the last time.
set -euo pipefail
cd "$(dirname "$0")"
out=../../../target/classes/static/assets
stamp=../../../target/frontend.stamp

now=$(cat package.json package-lock.json build.sh *.css *.js *.svg ../resources/templates/*.html ../resources/templates/*/*.html | sha256sum)
if [ -f "$stamp" ] && [ "$now" = "$(cat "$stamp")" ] && [ -f "$out/console.css" ]; then
  exit 0
fi
if [ ! -d node_modules ] || [ package-lock.json -nt node_modules ]; then
  npm ci --no-audit --no-fund --loglevel=error
  touch node_modules
fi
mkdir -p "$out/fonts"
node_modules/.bin/tailwindcss --input console.css --output "$out/console.css" --minify
cp console.js words.js bench.js shares.js ferret.svg node_modules/htmx.org/dist/htmx.min.js "$out/"
cp node_modules/@fontsource/young-serif/files/young-serif-latin-400-normal.woff2 \
  node_modules/@fontsource-variable/source-sans-3/files/source-sans-3-latin-wght-normal.woff2 \
  node_modules/@fontsource-variable/source-sans-3/files/source-sans-3-latin-ext-wght-normal.woff2 \
  node_modules/@fontsource-variable/archivo/files/archivo-latin-wght-normal.woff2 \
  node_modules/@fontsource-variable/source-serif-4/files/source-serif-4-latin-wght-normal.woff2 \
  node_modules/@fontsource-variable/bitter/files/bitter-latin-wght-normal.woff2 "$out/fonts/"
mkdir -p ../../../target/classes/countries
cp node_modules/@ip-location-db/geo-whois-asn-country-mmdb/geo-whois-asn-country.mmdb ../../../target/classes/countries/
printf '%s' "$now" > "$stamp"
