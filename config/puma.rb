# frozen_string_literal: true

# Threads and processes of the web server; the port comes from the command line. Debug logging stays off: it prints
# request bodies.
require_relative "boot"

threads 2, 8
workers Integer(ENV.fetch("JUST_SEAL_WEB_PROCESSES", "0"))
environment "production"
rackup File.expand_path("web.ru", __dir__)
