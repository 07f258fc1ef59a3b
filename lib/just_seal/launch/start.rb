# frozen_string_literal: true

module JustSeal
  module Launch
    # `bin/start`: the demo office, its stand-ins, the web server and the jobs, until Ctrl-C.
    class Start
      DATABASE = "justseal"
      EMAIL_WIDTH = 34
      RESTARTS = 5
      PAUSE_SECONDS = 2
      # Ruby compiles what runs often, where it was built to: only the web server runs long enough for that.
      COMPILING = "--yjit --yjit-exec-mem-size=64"

      # +fresh+: forget what was there and start over; +folder+: where everything lies; +shift+: how far from the usual
      # ports, for a second office beside the first.
      def initialize(fresh: false, folder: File.join(ROOT, "var", "office"), shift: 0)
        @folder = folder
        @began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        clear if fresh
        @environment = Environment.new(@folder, database: DATABASE, shift: shift)
      end

      def run
        %w[INT TERM].each { |signal| trap(signal) { Thread.main.raise(Interrupt) } }
        prepare
        start_children
        tell
        watch
      rescue Interrupt
        puts "", I18n.t("launch.stopping")
      ensure
        stop
      end

      private

      # Starts again what has ended by itself, until it has done so too often.
      def watch
        ended = Hash.new(0)
        loop do
          name = processes.wait_for_any
          log = "#{@folder}/log/#{name}.log"
          return warn I18n.t("launch.ended_by_itself", name: name, log: log) if (ended[name] += 1) > RESTARTS

          warn I18n.t("launch.starts_again", name: name, log: log)
          sleep PAUSE_SECONDS
          processes.restart(name)
        end
      end

      def running = File.join(@folder, File.basename(Running::FILE))
      def processes = @processes ||= Processes.new(@environment.variables, File.join(@folder, "log"))

      def clear
        return unless File.exist?(File.join(@folder, "secrets.json"))

        Environment.new(@folder, database: DATABASE).remove
      end

      def prepare
        @environment.cluster.start
        @running = true
        @environment.cluster.database(DATABASE)
        @environment.apply
        Migrations.run(Settings.new.need(:owner_database_url))
        processes.start(
          "standins",
          "bundle",
          "exec",
          "bin/justseal",
          "standins",
          @environment.ports[:standins].to_s,
          @environment.ports[:smtp].to_s,
          @environment.ports[:scanner].to_s
        )
        processes.await("standins", "#{@environment.standins_url}/root.pem")
        load_demo
      end

      def load_demo
        Store.connect(Settings.new.need(:database_url))
        return if Store.db[:records].any?

        puts I18n.t("launch.setting_up")
        require File.join(ROOT, "db", "demo", "office")
        Demo::Office.new.load
      end

      def start_children
        processes.start(
          "web",
          "bundle",
          "exec",
          "puma",
          "-C",
          "config/puma.rb",
          "-b",
          "tcp://127.0.0.1:#{@environment.ports[:web]}",
          env: compiling
        )
        processes.start("jobs", "bundle", "exec", "bin/justseal", "jobs")
        processes.await("web", "http://127.0.0.1:#{@environment.ports[:web]}/health")
        Running.keep(@environment.variables, file: running)
      end

      def compiling
        defined?(RubyVM::YJIT) ? { "RUBYOPT" => [ENV.fetch("RUBYOPT", nil), COMPILING].compact.join(" ") } : {}
      end

      def tell
        require File.join(ROOT, "db", "demo", "people")
        puts I18n.t(
          "launch.started",
          address: "http://localhost:#{@environment.ports[:web]}",
          mailbox: "#{@environment.standins_url}/mailbox",
          password: Demo::People::PASSWORD,
          people: Demo::People::STAFF.map { |person| line(person) }.join("\n"),
          two_factors: Demo::People::TWO_FACTORS,
          key: app_key,
          examples: "#{@folder}/examples",
          seconds: (Process.clock_gettime(Process::CLOCK_MONOTONIC) - @began).round(1)
        )
        $stdout.flush
      end

      # As one types it into an app.
      def app_key
        account = Store::Account.first(email: Demo::People::TWO_FACTORS)
        row = account && Store::Authenticator.where(account_id: account.id).bound.first
        return "–" unless row

        Core::Assurance::TimeCode.typed([JustSeal.office.secret_box.open(row.secret)].pack("H*"))
      end

      def line(person)
        role = I18n.t("roles.#{person[:role]}").downcase
        I18n.t("launch.person", email: person[:email].ljust(EMAIL_WIDTH), name: person[:name], role: role)
      end

      def stop
        Running.forget(file: running)
        processes.stop
        @environment.cluster.stop if @running
      end
    end
  end
end
