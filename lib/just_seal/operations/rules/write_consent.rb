# frozen_string_literal: true

module JustSeal
  module Operations
    # Writes a text to which parties agree before they sign electronically, for one language, and for one class or for
    # all. A text is never changed: a new one takes its place.
    class WriteConsent < Operation
      CHAIN = "consent"
      LENGTHS = (100..10_000)

      # +class_code+: nil for all classes. Returns the row. Raises Errors::Invalid keyed "language", "class", "body".
      def call(actor, language:, class_code:, body:)
        allow!(actor, :write_consent)
        text = body.gsub("\r\n", "\n").strip.unicode_normalize(:nfc)
        check(language, class_code, text)
        transaction do
          db[:consent_texts].select(:version).order(Sequel.desc(:version)).limit(1).for_update.all
          version = Store::ConsentText.max(:version).to_i + 1
          row = Store::ConsentText.create(
            version: version,
            body: text,
            sha256: Core::Ledger::Entry.digest(text),
            in_force_from: now,
            language: language,
            class_code: class_code,
            made_by: actor.id
          )
          record_event_on(
            CHAIN,
            "consent.written",
            actor,
            "text" => version,
            "language" => language,
            "class" => class_code || "all",
            "sha256" => row.sha256
          )
          row
        end
      end

      private

      def check(language, class_code, text)
        problems = {}
        problems["language"] = :choose_language unless Store::ConsentText::LANGUAGES.key?(language)
        if class_code && Store::RecordClass.where(code: class_code).empty?
          problems["class"] = Core::Problem.new(:no_class, code: class_code)
        end
        unless LENGTHS.cover?(text.length)
          problems["body"] = Core::Problem.new(:consent_length, least: LENGTHS.min, limit: LENGTHS.max)
        end
        raise Errors::Invalid, problems unless problems.empty?
      end
    end
  end
end
