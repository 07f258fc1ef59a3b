# frozen_string_literal: true

require "i18n"
# It puts words of its own onto the list of files to be read, and so has to be there before ours is made: words that
# come in later would be read anew by each process, in the middle of what it does.
require "icalendar"

module JustSeal
  # The words of pages: they stand in config/locales, and pages speak in keys and facts.
  module Words
    FOLDER = File.join(ROOT, "config", "locales")
    USUAL = :en
    # English with every letter accented and a third longer: what stays plain on a page was written past the locale
    # files.
    PSEUDO = :"en-XA"

    # Looks words up; those of PSEUDO are made of English ones.
    class Backend < I18n::Backend::Simple
      include I18n::Backend::Memoize

      # Places that are more than a name, such as %<share>.1f, and signs that mean themselves.
      UNUSUAL = /%[^{]|%\{[^}]*\W[^}]*\}|%\z/
      # What is written by a pattern, such as a date, or read by a machine.
      PATTERNS = %w[date time number support language_name].freeze

      def store_translations(locale, data, options = {})
        @plain = I18n.new_double_nested_cache
        super
        return unless locale.to_sym == USUAL

        super(PSEUDO, data.to_h { |key, value| [key, PATTERNS.include?(key.to_s) ? value : accented(value)] }, options)
      end

      # The words of +key+ where they are one text, whose places are plain; nil for all others.
      def plain(locale, key)
        @plain[locale].fetch(key) do
          words = lookup(locale, key)
          @plain[locale][key] = words.freeze if words.is_a?(String) && !words.match?(UNUSUAL)
        end
      end

      private

      def accented(value)
        case value
        when Hash then value.transform_values { |one| accented(one) }
        when Array then value.map { |one| accented(one) }
        when String then Pseudo.of(value)
        else value
        end
      end
    end

    # "Save" => "[Šåvé~]", facts and marks as they are.
    module Pseudo
      PLAIN = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ"
      ACCENTED = "åƀćđéƒğĥíĵķłɱñöþɋŕšţúṽŵẋýžÅƁĆĐÉƑĞĤÍĴĶŁṀÑÖÞɊŔŠŢÚṼŴẊÝŽ"
      # What makes it longer can be broken, as words can.
      LONGER = /.{1,9}/
      KEPT = /%\{[^}]*\}|%%|<[^>]*>|&\w+;|\{\{[^}]*\}\}/

      module_function

      def of(text)
        plain = text.split(KEPT).map { |part| part.tr(PLAIN, ACCENTED) }
        kept = text.scan(KEPT)
        "[#{plain.zip(kept).flatten.compact.join}#{("~" * (text.length / 3)).scan(LONGER).join(" ")}]"
      end
    end

    MEGABYTE = 1024 * 1024
    # Facts that are keys of names: fact => scope of the locale files.
    NAMED = { state: "docket_states", operator: "check_operators" }.freeze
    # Facts that name a field: a Symbol among them is a kind.
    FIELDS = %i[field label one two].freeze

    module_function

    # A place in a text, and facts that mean more than what stands there.
    PLACE = /%\{(\w+)\}/
    MEANT = %i[count default scope].freeze

    # The words of +key+ with +facts+: most are put together here, in a third of the time that I18n takes for all that
    # it could do.
    def of(key, facts = {})
      words = I18n.backend.plain(I18n.locale, key)
      return I18n.t(key, **facts) if words.nil? || MEANT.any? { |name| facts.key?(name) }

      facts.empty? ? words : words.gsub(PLACE) { facts.fetch(Regexp.last_match(1).to_sym).to_s }
    end

    # What is said of +problem+: a symbol, a Core::Problem or an Error; what is no literal reason stays as it is.
    def problem(problem)
      case problem
      when Errors::Invalid then problems(problem.problems).values.join(" ")
      when Errors::Misconfigured then problem.problems.map { |one| problem(one) }.join("\n")
      when Symbol then said(problem, {}, problem)
      when Core::Problem, Error then said(problem.reason, problem.facts, problem)
      else problem
      end
    end

    # What is said of a problem that a job kept (Core::Problem.kept); nil without one.
    def kept(text) = text && problem(Core::Problem.read(text))

    # {field name => Symbol or Core::Problem} => {field name => sentence}
    def problems(problems) = problems.transform_values { |one| problem(one) }

    # Why a version was made: what somebody typed, or what is said of the reason that the system kept; nil for one that
    # goes without saying.
    def why(text)
      told = Core::Problem.read(text)
      return told unless told.is_a?(Core::Problem)

      I18n.t(told.reason, scope: :version_whys, default: nil, **told.facts)
    end

    # Why something was done to an account: what somebody typed, or what is said of the reason that a program gave.
    def reason(text)
      told = Core::Problem.read(text)
      told.is_a?(Core::Problem) ? I18n.t(told.reason, scope: :reasons) : told
    end

    # How an authenticator was bound. +text+: "RH-2026-00007 B" for a docket and its party, or Store::Authenticator's
    # BY_ADMINISTRATOR; and what was kept in words before.
    def bound_by(text)
      docket, letter = text.delete_prefix("docket ").split
      return I18n.t("bound_by.docket", docket: docket, letter: letter) if letter&.match?(Core::Dockets::Letters::FORM)

      I18n.t("bound_by.administrator")
    end

    def said(reason, facts, problem)
      return problem.to_s unless reason.is_a?(Symbol)

      told = { default: nil, **limits, **facts(facts) }
      I18n.t(reason, scope: :errors, **told) || I18n.t(reason, scope: :rulebook_faults, **told) || problem.to_s
    end

    # What every sentence may speak of.
    def limits
      {
        max_megabytes: Core::Pdf::Intake::MAX_BYTES / MEGABYTE,
        max_unpacked_megabytes: Core::Documents::Package::MAX_UNPACKED_BYTES / MEGABYTE,
        max_pages: Core::Pdf::Intake::MAX_PAGES
      }
    end

    # Facts as they stand in a sentence.
    def facts(facts) = facts.to_h { |name, value| [name, fact(name, value)] }

    def fact(name, value)
      case value
      when Array then value.map { |one| fact(name, one) }.join(I18n.t("lists.comma"))
      when Symbol then FIELDS.include?(name) ? I18n.t(value, scope: "field_kinds") : problem(value)
      when Core::Problem then problem(value)
      when Hash then Checks.finding(value)
      when Core::Filing::ItemValue then Notation::DOCUMENT.value(value.item, value.value)
      else NAMED.key?(name) ? I18n.t(value, scope: NAMED.fetch(name), default: value.to_s).downcase : value
      end
    end

    # What a field is called; +spot+: Core::Fields::FieldPlacement.
    def field(spot) = fact(:field, spot.title)

    # The same with the letter of its party.
    def field_of_party(spot) = I18n.t("in_document.field", title: field(spot), letter: spot.party)

    # What core puts into a document of +kind+ says: answers a key and facts with words, of its own or the usual ones.
    def in_document(kind)
      lambda do |key, **facts|
        I18n.t(key, scope: ["in_document", kind], default: nil, **facts) || I18n.t(key, **facts)
      end
    end

    # Reads all words; once for each process, before anything is shown.
    def load
      I18n.backend = Backend.new
      I18n.load_path = Dir[File.join(FOLDER, "**", "*.yml")]
      I18n.available_locales = [*Languages::CODES.map(&:to_sym), PSEUDO]
      I18n.default_locale = USUAL
      I18n.backend.eager_load!
    end
  end
end
