# frozen_string_literal: true

source "https://rubygems.org"

# Web
gem "erubi"
gem "puma"
gem "rack-attack"
gem "rack-session"
gem "sinatra"
gem "tilt"

# Staff accounts
gem "argon2"
gem "roda"
gem "rodauth"
gem "zxcvbn-ruby" # how easily a password is guessed

# Signing on elsewhere
gem "jwt" # tokens of OpenID Connect
gem "ruby-saml"

# Proofs of identity
gem "webauthn" # passkeys

# Storage and jobs
gem "aws-sdk-s3" # kept bytes in an object store
gem "pg"
gem "que"
gem "sequel"
gem "sequel_pg"

# Documents and evidence
gem "dentaku" # formulas and conditions of fields
gem "hexapdf"
gem "nokogiri" # built on Debian's libxml2, which Debian keeps mending
gem "openssl"
gem "pkcs11" # keys in a token
gem "rqrcode"
gem "rubyzip"

# Watching
gem "prometheus-client"

# Outside
gem "mail"
gem "midi-smtp-server"
gem "tzinfo"

# Words
gem "i18n"
gem "icalendar"
gem "kramdown" # the user guide, as pages

# Beginning soon
gem "bootsnap", require: false # what was compiled, and where things lie, kept for the next process
gem "zeitwerk"

group :test do
  gem "bagit", require: false # judges the bags that archives get
  gem "capybara"
  gem "cuprite"
  gem "json_schemer"
  gem "mets_converter", require: false # ships the schema of METS
  gem "rack-test"
  gem "rspec"
  gem "simplecov", require: false
end
