# frozen_string_literal: true

require "net/http"

module JustSeal
  module Operations
    # Tries each outside service and each place on the disk that an office needs, once, and says what came back. No mail
    # and no message is sent; a stamp over random bytes is asked for, and folders that are not there are made.
    class TryServices < Operation
      # +what+: key of the words; +state+: :fine, :missing (the office can't work) or :left_out (it works with less);
      # +told+: Symbol, Core::Problem or Error, nil where nothing need be said.
      Answer = Core::Value.of(:what, :state, :told) do
        def fine? = state == :fine
      end

      PROGRAMS = {
        "soffice" => "libreoffice-writer-nogui",
        "pdftotext" => "poppler-utils",
        "pdftocairo" => "poppler-utils"
      }.freeze

      # What an office may do without: service => its setting.
      OPTIONAL = { enrolment: :enrolment_url, texts: :text_url, registry: :registry_url }.freeze

      def call = [*needed, *optional, *here]

      private

      def settings = office.settings

      def needed
        [
          answer(:schema) { Store::Schema.fits? || :schema_old },
          answer(:mail) { office.mail.try },
          answer(:time_stamps) { stamp },
          *Ports::SigningKeys::NAMES.keys.map { |name| answer(:"#{name}_key") { key(name) } }
        ]
      end

      def optional
        OPTIONAL.map do |what, setting|
          url = settings.public_send(setting)
          answer(what) { url ? reach(url) : :left_out }
        end + [
          answer(:sign_on) { sign_on },
          answer(:bounces) { bounces },
          answer(:scanner) { scanner },
          answer(:blobs) { blobs }
        ]
      end

      # Does the provider describe itself? Metadata of SAML lie in a file, and were read at the start.
      def sign_on
        return :left_out unless office.sign_on

        office.sign_on.begin && true
      end

      # Can the mailbox be read in which mails come back?
      def bounces
        return :left_out unless office.bounces

        office.bounces.try
        true
      end

      # Does the object store answer? What it is asked for is not there.
      def blobs
        return :left_out unless settings.blobs_url

        office.blobs.size("0" * 64)
      rescue Errors::Missing
        true
      end

      # Is there a scanner for malware?
      def scanner = office.scanner ? office.scanner.try : :left_out

      # On this machine.
      def here
        folders = { folder: settings.var, checkpoints: File.dirname(office.checkpoints.path) }
        [
          *folders.map { |what, folder| answer(what) { writable(folder) } },
          *PROGRAMS.map { |program, package| answer(:programs) { program(program, package) } }
        ]
      end

      # The block's value: true, :left_out, or what is missing.
      def answer(what)
        came = yield
        return Answer.new(what: what, state: :left_out) if came == :left_out

        fine = came == true || came.nil?
        Answer.new(what: what, state: fine ? :fine : :missing, told: (came unless fine))
      rescue Error => e
        Answer.new(what: what, state: :missing, told: e)
      end

      def stamp
        _, result = TrialStamp.call
        result.valid || Core::Problem.new(:stamp_refused, reason: result.reason.to_s.tr("_", " "))
      end

      def key(name)
        signer = office.keys.find(name) or return Core::Problem.new(:no_signing_key, name: name)
        chain = Core::Trust::Chain.validate(signer.certificate, pool: signer.chain, roots: office.roots, at: now)
        chain.trusted || Core::Problem.new(:certificate_not_accepted, reason: chain.reason.to_s.tr("_", " "))
      end

      # Does somebody listen there? What is answered to a plain question does not matter.
      def reach(url)
        uri = Ports::Http.uri(url)
        Ports::Http.connection(uri, nil).start { true }
      rescue *Ports::Http::FAULTS => e
        cause = e.class.name.split("::").last
        raise Errors::Unavailable.new(:service_unreachable, host: uri.host, path: uri.path, cause: cause)
      end

      def writable(folder)
        FileUtils.mkdir_p(folder)
        File.writable?(folder) || Core::Problem.new(:folder_closed, path: folder)
      rescue SystemCallError
        Core::Problem.new(:folder_closed, path: folder)
      end

      def program(name, package)
        found = ENV.fetch("PATH", "").split(File::PATH_SEPARATOR).any? do |path|
          File.executable?(File.join(path, name))
        end
        found || Core::Problem.new(:program_absent, name: name, package: package)
      end
    end
  end
end
