# frozen_string_literal: true

require "puma"
require "puma/configuration"
require "puma/launcher"
require "rack"

module JustSeal
  module Cli
    # `bin/justseal standins`: authority, revocation, time-stamps over HTTP; a mailbox over SMTP with its page;
    # a scanner.
    module RunStandins
      module_function

      def call(arguments)
        http_port, smtp_port, scanner_port = arguments
        return Cli.wrong_use unless http_port && smtp_port

        scanner = Standins::Scanner.new(port: scanner_port.to_i).start if scanner_port

        mailbox = Standins::Mailbox.new(port: smtp_port, folder: File.join(folder, "mail"))
        mailbox.start
        serve(application(http_port, mailbox), http_port)
        mailbox.stop(wait_seconds_before_close: 0)
        scanner&.stop
        0
      end

      def folder = File.join(Settings.new.var, "standins")

      def application(port, mailbox)
        authority = Standins::Authority.new(File.join(folder, "authority"), address: "http://127.0.0.1:#{port}").prepare
        settings = Settings.new
        telephones = Standins::Telephones.new(File.join(folder, "telephones"), key: settings.text_key)
        registry = Standins::Registry.new(
          File.join(folder, "registry"),
          address: "http://127.0.0.1:#{port}/registry",
          client: settings.registry_client,
          secret: settings.registry_secret
        )
        sign_on = sign_on(port, settings)
        reader = Standins::Reader.new(
          Standins::Cards.new(File.join(folder, "cards"), authority: authority),
          application: settings.address
        )
        server = Standins::Server.new(
          authority: authority,
          mailbox: mailbox,
          telephones: telephones,
          application: settings.address
        )
        Rack::URLMap.new("/registry" => registry, "/sign-on" => sign_on, "/reader" => reader, "/" => server)
      end

      def sign_on(port, settings)
        Standins::SignOn.new(
          File.join(folder, "sign-on"),
          ended: "#{settings.address}/sign-on/ended",
          address: "http://127.0.0.1:#{port}/sign-on",
          client: settings.sign_on_client,
          secret: settings.sign_on_secret
        )
      end

      def serve(application, port)
        # Without the file of the web server's settings, which would be read otherwise.
        configuration = Puma::Configuration.new(config_files: ["-"]) do |config|
          config.bind "tcp://127.0.0.1:#{port}"
          config.threads 1, 4
          config.app application
          config.raise_exception_on_sigterm false
        end
        Puma::Launcher.new(configuration, log_writer: Puma::LogWriter.stdio).run
      end
    end
  end
end
