# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # What will happen when a draft is sent, before it is.
        class Check < Page
          include FloorWords
          include FieldWords

          # Channels by which a party is invited => the key of what happens.
          ASKED = {
            [] => ".asked_html",
            %w[mail] => ".asked_html",
            %w[text] => ".asked_by_text_html",
            %w[mail text] => ".asked_by_both_html"
          }.freeze

          attr_reader :docket, :documents, :points

          # +overview+: Queries::DocketOverview; +fields+: as the browser wants them; +points+: of readiness.
          def initialize(context, overview, fields:, points:)
            super(context)
            @overview = overview
            @docket = overview.docket
            @documents = overview.documents
            @fields = fields
            @points = points
          end

          def place = :dockets
          def title = docket.title
          def scripts = %w[components/once components/minis]
          def ready? = Core::Dockets::Readiness.ready?(points)
          def newer_versions = points.select { |point| point.reason == :newer_version }.map(&:facts)
          def given = { documents: paper_data(documents), fields: @fields }

          def sha256(document)
            sha256 = document.version.sha256
            documents.size == 1 ? grouped(sha256) : "#{grouped(sha256, 16)} …"
          end

          # [sentence, ...] of what happens, in order.
          def account
            [*acting_lines, *receiving_lines, reminders, enclosed, filed, *told, *allowed, lapses].compact
          end

          # [[party, subject, who, lead, lines], ...] of the invitations.
          def mails
            parties.reject { |party| receiver?(party) }.map do |party|
              facts = Messages::Facts.new(docket, party, office: office.name).to_h
              mail = Messages::Mail.new(:invitation, facts, office: office)
              to = party.name.empty? ? t(".party_letter", letter: party.letter) : party.name
              [party, t(".mail", subject: mail.subject, to: to), mail.lead, mail.lines]
            end
          end

          # [[party, whose, what it says], ...] of the invitations by text message.
          def texts
            parties.select { |party| !receiver?(party) && party.channels.include?("text") }.map do |party|
              facts = Messages::Facts.new(docket, party, office: office.name).to_h
              mail = Messages::Mail.new(:invitation, facts, office: office)
              link = "#{office.settings.address}/room/…"
              [party, t(".text", name: party.name), Messages::TextMessage.new(:invitation, mail, link: link).to_s]
            end
          end

          private

          def parties = @overview.parties
          def receiver?(party) = party.act == "receive"

          def acting
            parties.reject do |party|
              receiver?(party)
            end.sort_by { |party| [party.turn, *Core::Dockets::Letters.order(party.letter)] }
          end

          def acting_turns = acting.map(&:turn).uniq

          def acting_lines
            acting.map do |party|
              line = t(
                ASKED.fetch(party.channels),
                whenever: whenever(party),
                who: party.name.empty? ? t(".nameless", letter: party.letter) : party.name,
                of: party.organisation.empty? ? "" : t(".of", organisation: party.organisation),
                address: party.email.empty? ? t(".no_address") : party.email,
                telephone: party.telephone,
                act: t("wanted.#{party.act}"),
                proof: proof_words(party)
              )
              SafeHtml.join([line, party_fills(party, @fields)], " ")
            end
          end

          # When a party is asked: at once, or after the turn before its own.
          def whenever(party)
            before = acting_turns.take_while { |turn| turn < party.turn }.last
            before ? t(".after_turn", turn: before) : t(".at_once")
          end

          # How a party will have to prove who it is.
          def proof_words(party)
            status = @overview.status(party)
            return t(".proof_link") if status.wanted <= 1

            ways = status.planned_ways.first(2).map { |way| way_words([status.entrance, *way]) }
            t(
              status.waiver ? ".proof_waived" : ".proof_demanded",
              level: status.wanted,
              floor: status.demand.floor,
              source: floor_source(status.demand),
              ways: ways.empty? ? t(".no_way") : ways.join(t(".or"))
            )
          end

          def way_words(methods) = list(methods.map { |method| the_method(method) })
          def the_method(method) = t(".the_method", method: t("methods.#{method}"))

          def receiving_lines
            parties.select { |party| receiver?(party) }.map do |party|
              t(".receives_html", name: party.name, address: party.shown_address)
            end
          end

          def reminders
            after = docket.remind_after_days
            every = docket.remind_every_days
            parts = [
              (t(".remind_after", days: days(after)) if after && !docket.remind_every_days),
              (t(".remind_again", days: days(after), every: days(every)) if after && every),
              (t(".remind_before", days: days(docket.remind_before_days)) if docket.remind_before_days)
            ].compact
            t(".reminded", when: parts.join(t(".and_also"))) unless parts.empty?
          end

          def days(count) = counted("day", count)

          def enclosed
            titles = documents.reject(&:to_sign?).map { |document| t(".quoted", text: document.record.title) }
            t(".enclosed", titles: list(titles)) unless titles.empty?
          end

          def filed
            signed = documents.select(&:to_sign?)
            numbers = signed.map do |one|
              SafeHtml.new(%(<span class="mono">#{SafeHtml.escape(one.record.number)}</span>))
            end
            t(".filed_html", count: signed.size, numbers: list(numbers))
          end

          def told
            docket.told.to_a.map do |person|
              ends = list(person["of"].map { |of| t("docket_options.told_of.#{of}") })
              t(".told_html", name: person["name"], ends: ends)
            end
          end

          def allowed
            options = docket.options
            [
              (t(".password") if options.key?("password")),
              (t(options["mark"] ? ".download_marked" : ".download") if options["download"]),
              (t(".return_to_html", address: options["return_to"]) if options["return_to"])
            ]
          end

          def lapses = docket.deadline && t(".lapses_html", time: time_tag(docket.deadline))
        end
      end
    end
  end
end
