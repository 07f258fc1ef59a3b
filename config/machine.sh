#!/usr/bin/env bash
# Brings a fresh Debian 12 machine to the point where Ruby can take over: Debian packages, then gems into var/gems.
# Called by bin/start, bin/test and bin/lint; does nothing when all is there. "test" as first word adds what the specs
# need, "lint" what the linters need.

packages=(ruby ruby-dev bundler build-essential libpq-dev libffi-dev libssl-dev libyaml-dev zlib1g-dev git
          libxml2-dev libxslt1-dev pkg-config
          postgresql poppler-utils tzdata fonts-noto-core fonts-droid-fallback fonts-dejavu-core
          libreoffice-writer-nogui fonts-liberation2 tesseract-ocr libzbar0)
if [ "${1:-}" = test ]; then packages+=(chromium chromium-headless-shell mupdf-tools qpdf ghostscript openssl unzip
                                           perl softhsm2 nginx-light libnss3-tools groff clamav-daemon libeatmydata1
                                           dovecot-imapd python3
                                           default-jre-headless libpdfbox2-java libactivation-java
                                           libjaxb-api-java)
  command -v npm > /dev/null || packages+=(nodejs npm)
fi
if [ "${1:-}" = lint ]; then
  packages=(ruby ruby-dev bundler build-essential libyaml-dev git)
  command -v npm > /dev/null || packages+=(nodejs npm)
fi

missing=()
for package in "${packages[@]}"; do
  dpkg-query -W -f='${db:Status-Abbrev}' "$package" 2>/dev/null | grep -q '^ii' || missing+=("$package")
done

if [ "${#missing[@]}" -gt 0 ]; then
  if [ "$(id -u)" != 0 ]; then
    echo "Just Seal needs Debian packages. Let root run: apt-get install --no-install-recommends ${missing[*]}" >&2
    exit 1
  fi
  echo "Installing Debian packages: ${missing[*]}"
  mkdir -p /etc/postgresql-common
  # Just Seal makes a cluster of its own; Debian need not start another.
  conf=/etc/postgresql-common/createcluster.conf
  [ -e "$conf" ] || echo "create_main_cluster = false" > "$conf"
  log=$(mktemp)
  install=(apt-get install -y --no-install-recommends "${missing[@]}")
  if ! { apt-get update && DEBIAN_FRONTEND=noninteractive "${install[@]}"; } > "$log" 2>&1; then
    tail -n 20 "$log" >&2
    echo "apt-get could not install the packages above. Mend that, then run this again." >&2
    exit 1
  fi
  rm -f "$log"
fi

# Programs of others, with which the specs speak.
peers=spec/support/peers
if [ "${1:-}" = test ] && ! [ $peers/node_modules/.package-lock.json -nt $peers/package-lock.json ]; then
  echo "Installing what the specs speak with into $peers/node_modules"
  (cd $peers && npm ci --silent --no-audit --no-fund)
fi

# Gems are built here, on the libraries that Debian keeps mending, not taken ready-built with copies of their own.
export BUNDLE_FORCE_RUBY_PLATFORM=true BUNDLE_BUILD__NOKOGIRI="--use-system-libraries"
export BUNDLE_PATH="var/gems" BUNDLE_GEMFILE="$PWD/Gemfile" BUNDLE_SILENCE_ROOT_WARNING=1 BUNDLE_FROZEN=true
if [ "${1:-}" = lint ]; then
  unset BUNDLE_FORCE_RUBY_PLATFORM BUNDLE_BUILD__NOKOGIRI
  export BUNDLE_PATH="$PWD/var/lint-gems" BUNDLE_GEMFILE="$PWD/config/lint/Gemfile"
  if ! [ config/lint/node_modules/.package-lock.json -nt config/lint/package-lock.json ]; then
    echo "Installing the linters for JavaScript and style sheets into config/lint/node_modules"
    (cd config/lint && npm ci --silent --no-audit --no-fund)
  fi
fi
if ! bundle check > /dev/null 2>&1; then
  echo "Installing gems into $BUNDLE_PATH"
  bundle install --jobs 4 --quiet
fi
