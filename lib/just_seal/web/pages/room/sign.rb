# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # The document, and a slip that lists what is left to do with it.
        class Sign < RoomPage
          SCRIPT_PATHS = %w[act act/prepare act/card prove/card/pin typed files draft pads marks].freeze
          MARK_WAYS = %w[kept type draw picture telephone].freeze
          # The mask of fields that take numbers.
          NUMBER = "number"

          attr_reader :status, :before

          # +filling+: Queries::DocketFilling; +status+: Queries::AssuranceStatus; +before+: of Queries::DoneBefore;
          # +draft+: what was kept of an earlier visit.
          def initialize(context, party, filling:, status:, before:, draft:, failed: {}, **place)
            super(context, party, failed: failed, **place)
            @filling = filling
            @status = status
            @before = before
            @draft = draft
          end

          def scripts = %w[components/dialogs pages/room]
          def by_card? = status.by_card?
          def passes_on? = party.may_pass_on && status.demand.may_pass_on
          def paper? = Queries::PaperChoice.new(docket, party, at: now, known: { status: status }).may?
          def location = status.demand.location
          def haste = docket.options.to_h["haste"]&.then { |reason| t("urgent", reason: reason) }
          def declaration = party.declaration
          def saves_copies? = docket.options["download"]
          def ways = keeps_marks? ? MARK_WAYS : MARK_WAYS - %w[kept]

          # A member of the staff who is signed in has signatures from before, and keeps them.
          def keeps_marks? = !viewer.nil? && viewer.id == party.account_id
          def act_words = t("#{act_scope}.button", count: signed.size)
          def question = t("#{act_scope}.question", count: signed.size)

          # Who was here, and who comes.
          def order_words
            return t(docket.for_all ? ".one_of_many" : ".alone") if others.empty?
            return were_before if before.any?
            return t(".nobody_else") if acting_others.empty?

            return t(".together", names: list(acting_others.map(&:name))) if after_me.empty?

            t(".first", names: list(after_me.map(&:name)))
          end

          def were_before
            t(".were_before", count: before.size, names: list(before.map { |one| one.party.name }))
          end

          def before_title
            before.size == 1 ? t(".what_one_did", name: before.first.party.name) : t(".what_others_did")
          end

          def before_words(one)
            act = one.party.paper ? t("by_pen") : words_of("done.#{one.party.act}") || t(".acted")
            party = one.party
            t(".before_html", name: party.name, act: act, time: time_tag(party.acted_at), level: party.level_reached)
          end

          # What acting means, to the end.
          def consequence
            return t("#{act_scope}.means_for_all", name: party.name, title: title) if docket.for_all

            t(
              "#{act_scope}.means",
              name: party.name,
              title: title,
              how: t(by_card? ? ".by_card" : ".by_witness"),
              then: then_words
            )
          end

          # [[words, address], ...]
          def copies
            documents.map do |document|
              words = documents.size > 1 ? t(".copy_of", title: document.record.title) : t(".copy")
              [words, "#{step_path(:copies)}/#{document.position}"]
            end
          end

          def given
            {
              base: home_path,
              csrf: tokens,
              documents: documents.map { |one| paper(one) },
              place: location,
              told: told,
              spots: own_spots,
              draft: @draft,
              prove: proof_wanted,
              kept: keeps_marks? ? Queries::Choices.marks_by_kind(viewer) : nil,
              typed: Decimals.written(@filling.typed, Queries::DocketFilling.number_slots(docket)),
              **party_data,
              **card_data
            }
          end

          private

          # What is left to prove before this party may act; nil where nothing is.
          def proof_wanted = status.enough? ? nil : { level: status.wanted, path: step_path(:prove) }

          def party_data
            { name: party.name, email: party.email, do: act_words, day: day(now, :day_year) }
          end

          def card_data
            {
              card: by_card?,
              cardSha: (status.card_facts["certificate"] if by_card?),
              reader: office.settings.reader_url
            }
          end

          def act_scope = "room.acts.#{act}"
          def signed = documents.select(&:to_sign?)
          def others = docket.parties.reject { |other| other.id == party.id }
          def acting_others = others.reject { |other| other.act == "receive" }
          def after_me = acting_others.select { |other| other.turn > party.turn }
          def with_me = acting_others.select { |other| other.turn == party.turn && other.state != "done" }

          # Who is asked next; or that others of this turn are still to act; or that it is sealed.
          def then_words
            return t(".then_others", names: list(with_me.map(&:name))) if with_me.any?

            next_turn = after_me.select { |other| other.state == "waiting" }.group_by(&:turn).min_by(&:first)&.last.to_a
            return t(".then_sealed") if next_turn.empty?

            t(".then_asked", count: next_turn.size, names: list(next_turn.map(&:name)))
          end

          def tokens
            paths = SCRIPT_PATHS + documents.map { |one| "look/#{one.position}" }
            paths.to_h { |path| [path, context.token_for("#{home_path}/#{path}")] }
          end

          def paper(document)
            { position: document.position, title: document.record.title, sign: document.to_sign? }
          end

          def own_spots = @filling.own.reject { |spot| spot.kind == "particular" }.map { |spot| spot_data(spot) }

          def spot_data(spot)
            kind = spot.of_kind
            {
              document: spot.document,
              slot: spot.slot,
              kind: spot.kind,
              type: kind.type,
              control: kind.control,
              filled_by: kind.filled_by,
              title: Words.field(spot),
              help: spot.setting("help"),
              required: spot.required?,
              unit: spot.setting("unit"),
              mask: number?(spot) ? NUMBER : spot.setting("mask"),
              form: spot.setting("mask_form"),
              example: example(spot),
              options: Array(spot["options"]),
              option: spot.setting("option"),
              **%i[page x y width height].to_h { |side| [side, spot.public_send(side)] }
            }
          end

          def number?(spot) = spot.of_kind.typed? && Decimals::KINDS.include?(spot.of_kind.type)

          # How it is typed, with an example.
          def example(spot)
            number?(spot) ? Decimals.example(spot["decimals"]) : Core::Fields::Masks.example(spot).to_s
          end

          def told
            result = @filling.own_result
            { shown: result.shown, values: result.values, texts: result.texts, problems: {}, missing: result.missing }
          end
        end
      end
    end
  end
end
