# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # What a template would change in a draft, before it does.
        class Template < Page
          MAX_MESSAGE = 200

          attr_reader :docket, :documents, :docket_template, :plan

          # +plan+: Queries::TemplatePlan of Store::DocketTemplate +template+.
          def initialize(context, docket, documents:, docket_template:, plan:)
            super(context)
            @docket = docket
            @documents = documents
            @docket_template = docket_template
            @plan = plan
          end

          def place = :dockets
          def title = docket.title
          def path = "#{docket_step_path(docket, :template)}/#{docket_template.code}"
          def code_words = t(".code_html", code: docket_template.code, version: docket_template.version)
          def unfit = list(plan.unfit.map { |name| t(".quoted", text: name) })

          # [[role, who takes it, is somebody known?], ...]
          def seats = plan.seats.map { |one| [one.role, seat_words(one), one.found] }
          def role_words(role) = t(".role", turn: role["turn"], act: t("acts.#{role["act"]}"))

          # [sentence, ...] beyond the seats.
          def changes
            [removed, fields, message, deadline, reminders, subject, options].compact
          end

          # [sentence, ...] of fields that somebody has to look after.
          def missed
            [
              (t(".missed", count: plan.missed) if plan.missed.positive?),
              (t(".homeless", count: plan.homeless) if plan.homeless.positive?)
            ].compact
          end

          private

          def definition = plan.definition

          def seat_words(one)
            if one.found
              return one.seat.values_at(:name, :email).reject { |text| text.to_s.empty? }.join(I18n.t("lists.comma"))
            end
            return t(".you_type") if one.role["source"] == "outside"

            reference = one.role["ref"].to_s
            source = t("template_sources.#{one.role["source"]}")
            t(reference.empty? ? ".nobody_found" : ".nobody_found_for", source: source, ref: reference)
          end

          def removed
            gone = docket.parties.reject { |party| plan.seats.any? { |one| one.role["letter"] == party.letter } }
            t(".removed", parties: list(gone.map { |party| "#{party.letter} #{party.name}".strip })) if gone.any?
          end

          def fields
            documents = plan.documents.values
            there = documents.sum { |document| document.fields.size }
            titles = list(documents.map { |document| document.record.title })
            facts = { count: plan.fields.size, title: titles, there: there }
            t(there.zero? ? ".fields_new" : ".fields_instead", **facts)
          end

          def message
            text = definition["message"].to_s
            t(".message", text: shortened(text, MAX_MESSAGE)) unless text.empty?
          end

          def deadline
            days = definition["deadline_days"]
            t(".deadline", count: days) if days
          end

          def reminders
            parts = %w[after every before].filter_map do |moment|
              days = definition["remind_#{moment}_days"]
              t(".remind.#{moment}", days: counted("day", days)) if days
            end
            t(".reminders", list: parts.join(I18n.t("lists.comma"))) unless parts.empty?
          end

          def subject = plan.wording[:subject].empty? ? nil : t(".subject", text: plan.wording[:subject])

          def options
            given = definition["options"].to_h
            return t(".no_options") if given.empty?

            list(given.map { |name, value| t("docket_options.sentence.#{name}", address: value) }).then do |text|
              t(".options", text: "#{text[0].upcase}#{text[1..]}")
            end
          end
        end
      end
    end
  end
end
