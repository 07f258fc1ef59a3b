# frozen_string_literal: true

# Threads and processes of the web server; the port comes from the command line. Debug logging stays off: it prints
# request bodies.
require "tmpdir"
require_relative "boot"

begin
  settings = JustSeal::Settings.complete
rescue JustSeal::Error => e
  abort JustSeal::Words.problem(e)
end
# The processes of this server count together, in files that begin with it.
ENV["JUST_SEAL_MEASURES"] = Dir.mktmpdir("just-seal-measures")
threads 2, Integer(settings.web_threads)
workers Integer(settings.web_processes)
environment "production"
rackup File.expand_path("web.ru", __dir__)
# Each process makes its own connections, keys and fonts: nothing of the office is there before the fork.
preload_app! false
# Larger bodies are refused before they are read.
http_content_length_limit JustSeal::Web::RequestLimits::MOST
