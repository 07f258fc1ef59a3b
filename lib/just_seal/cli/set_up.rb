# frozen_string_literal: true

require "io/console"
require "optparse"
require "rqrcode"

module JustSeal
  module Cli
    # `bin/justseal setup`: says what an office still lacks; and begins it, by a code for the page or here.
    module SetUp
      SIGNS = { fine: "✓", missing: "✗", left_out: "–" }.freeze
      OFFICE = %i[name number_prefix zone language sender].freeze
      PERSON = %i[person email unit].freeze

      module_function

      # Exit code 1 where something is missing without which the office can't work.
      def call(arguments)
        given = read(arguments) or return Cli.wrong_use
        Settings.complete
        Cli.connect
        JustSeal.office.refresh
        begin_office(given)
        look
      end

      # {option => text}; nil for wrong ones.
      def read(arguments)
        {}.tap do |given|
          OptionParser.new do |parser|
            parser.on("--here") { given[:here] = true }
            (OFFICE + PERSON).each do |name|
              parser.on("--#{name.to_s.tr("_", "-")} TEXT") do |text|
                given[name] = text
              end
            end
          end.parse!(arguments)
          return nil if arguments.any?
        end
      rescue OptionParser::ParseError
        nil
      end

      def begin_office(given)
        return puts(Cli.say("setup.done_before", name: JustSeal.office.name)) if Operations::SetUpOffice.done?
        return here(given) if given[:here]

        code = Operations::SetUpOffice.new.code
        puts Cli.say("setup.code", address: "#{JustSeal.office.settings.address}/setup", code: code)
      end

      # Asks for what was not given, makes the office, and binds an app to its administrator.
      def here(given)
        given = { language: I18n.locale.to_s, **given }
        asked = (OFFICE + PERSON).to_h { |name| [name, given[name] || ask(name)] }
        password = secret(:password)
        account = Operations::SetUpOffice.new.call(
          Cli.actor,
          profile: Core::Offices::Profile.new(**asked.slice(*OFFICE)),
          person: Operations::SetUpOffice::Person.new(
            name: asked[:person],
            email: asked[:email],
            unit: asked[:unit],
            password: password,
            again: secret(:again)
          )
        )
        bind(account)
      end

      # Binds an app, whose secret is shown here; three tries.
      def bind(account)
        actor = Core::Actor.new(
          kind: "staff",
          id: account.id,
          name: account.name,
          role: account.role,
          via: "command_line"
        )
        3.times do
          key = Operations::SecondSteps.new.begin_app(actor)
          show(key, account)
          return puts(Cli.say("setup.bound")) if Operations::SecondSteps.new.confirm_app(actor, code: ask(:app_code))

          warn Cli.say("setup.wrong_code")
        end
        puts Cli.say("setup.not_bound")
      end

      def show(key, account)
        office = JustSeal.office.name
        address = Core::Assurance::TimeCode.address(key, name: account.email.to_s, office: office)
        puts RQRCode::QRCode.new(address, level: :l).as_ansi(quiet_zone_size: 2) if $stdout.tty?
        puts Cli.say("setup.app", key: Core::Assurance::TimeCode.typed(key))
      end

      def ask(name)
        print "#{Cli.say("setup.ask.#{name}")} "
        $stdin.gets.to_s.chomp
      end

      def secret(name)
        return ask(name) unless $stdin.tty?

        print "#{Cli.say("setup.ask.#{name}")} "
        $stdin.noecho(&:gets).to_s.chomp.tap { puts }
      end

      def look
        answers = Operations::TryServices.call
        answers.each { |answer| puts line(answer) }
        missing = answers.count { |answer| answer.state == :missing }
        puts Cli.say("setup.missing", count: missing)
        missing.zero? ? 0 : 1
      end

      def line(answer)
        told = answer.told ? Words.problem(answer.told) : Cli.say("setup.#{answer.state}")
        "#{SIGNS.fetch(answer.state)} #{Cli.say("setup.services.#{answer.what}")}: #{told}"
      end
    end
  end
end
