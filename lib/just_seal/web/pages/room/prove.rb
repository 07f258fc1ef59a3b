# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # A party proves who it is: what is wanted, what is reached, and the ways that lead there.
        class Prove < RoomPage
          include FloorWords

          METHODS = Core::Assurance::Methods
          SCRIPT_PATHS = %w[
            prove/passkey/begin prove/passkey prove/card/begin prove/card prove/card/pin passkey/begin passkey
          ].freeze
          # So many ways are named in the sentence.
          MAX_NAMED_WAYS = 4

          attr_reader :status, :problem, :sent

          # +status+: Queries::AssuranceStatus; +problem+: what was wrong with a try; +sent+: method of a code that is
          # on its way.
          def initialize(context, party, status:, problem: nil, sent: nil, **place)
            super(context, party, **place)
            @status = status
            @problem = problem
            @sent = sent
          end

          # What can be offered, the easiest first.
          def self.offered(status, party)
            return [] if status.enough? || party.locked_at

            ways = status.ways.flatten.uniq.map { |id| METHODS::ALL.fetch(id) }
            ways.select(&:by_itself?).sort_by(&:ease).map(&:id)
          end

          def scripts = %w[components/dialogs pages/prove]
          def problems = problem ? { "proof" => problem } : {}
          def heading = t(status.enough? ? ".enough" : ".heading")
          def locked? = !party.locked_at.nil?
          def offered = @offered ||= self.class.offered(status, party)
          def card? = offered.include?("card")
          def reads_first? = !status.demand.prove_first && !status.enough?
          def wanted = t(status.waiver ? ".wanted_waived" : ".level", level: status.wanted)
          def reached = t(".level", level: status.level)
          def binds? = status.binding_level >= Core::Assurance::Level::MIN_BINDING && !locked? && !party.email.empty?
          def app_bound? = status.bound.any? { |row| row.kind == "app_code" }

          def missing
            key = status.ways.size == 1 ? ".missing" : ".missing_any"
            source = floor_source(status.demand)
            t(key, wanted: status.wanted, reached: status.level, ways: way_words, source: source)
          end

          # The template of +method+; one that types a single thing needs none of its own.
          def way_template(method)
            own = "room/ways/#{method}"
            Templates.known?(own) ? own : "room/ways/typed"
          end

          # [[method, its name, the class of its button], ...]
          def ways
            offered.each_with_index.map do |method, index|
              style = index.zero? ? "btn btn-primary" : "btn btn-outline-primary"
              [method, t("methods.#{method}").sub(/\A./, &:upcase), style]
            end
          end

          # Where a code goes.
          def code_place(method) = method == "mail_code" ? party.email : hidden_number(party.telephone)

          def given
            tokens = SCRIPT_PATHS.to_h { |path| [path, context.token_for("#{home_path}/#{path}")] }
            { base: home_path, reader: office.settings.reader_url, csrf: tokens }
          end

          private

          def way_words
            status.ways.first(MAX_NAMED_WAYS).map do |way|
              list(way.map { |method| t("dockets.check.the_method", method: t("methods.#{method}")) })
            end.join(t(".or"))
          end

          # Enough of a telephone number to know it by.
          def hidden_number(number) = Core::Contacts::Telephone.masked(number)
        end
      end
    end
  end
end
