# frozen_string_literal: true

module JustSeal
  module Queries
    # A docket's parties, fields, wording and time as the definition of a template: roles stand for the people.
    class TemplateFrom
      def initialize(docket, title, office: JustSeal.office)
        @docket = docket
        @title = title
        @office = office
      end

      def definition
        days = TemplatePlan::WORDING.drop(2).to_h { |name| [name, @docket[name.to_sym]] }.compact
        {
          "format" => Core::Dockets::TemplateDefinition::FORMAT,
          "title" => @title,
          "class" => document.record.record_class.code,
          "subject" => @docket.subject,
          "message" => @docket.message,
          "deadline_days" => working_days,
          **days,
          "options" => @docket.options.to_h.except("password"),
          "roles" => @docket.parties.map { |party| role(party) },
          "fields" => fields,
          "sketch" => FittingTemplates.sketch(@docket)
        }.compact
      end

      private

      def document = @document ||= @docket.to_sign.first

      # A date that was chosen becomes about as many working days.
      def working_days
        return @docket.deadline_days if @docket.deadline_days || @docket.deadline.nil?

        weeks = (@docket.deadline - (@docket.sent_at || @docket.created_at)) / (7 * 86_400)
        (weeks * 5).round.clamp(1, Core::Dockets::WorkingDays::MAX)
      end

      def role(party)
        source, ref, title = source(party)
        {
          "letter" => party.letter,
          "title" => title,
          "turn" => party.turn,
          "act" => party.act,
          "source" => source,
          "ref" => ref,
          "note" => party.note,
          "may_pass_on" => party.may_pass_on
        }
      end

      # [source, ref, title of the role]
      def source(party)
        return ["group", party.group.name, party.group.name] if party.group_id
        return ["sender", "", Words.of("template_titles.sender")] if party.account_id == @docket.owner_id
        return ["staff", party.email, party.name] if party.staff?

        item = contacts.find { |one| document.record.particulars.dig(one["name"], "email") == party.email }
        item ? ["particular", item["name"], item["label"]] : ["outside", "", outside(party)]
      end

      def outside(party)
        party.organisation.empty? ? Words.of("template_titles.party", letter: party.letter) : party.organisation
      end

      def contacts
        record = document.record
        items = record.record_class.definition(record.class_version).fetch("particulars", [])
        items.select { |item| item["type"] == "contact" }
      end

      def fields
        words = @office.text.words(@office.blobs.get(document.version.sha256))
        document.spots(@docket.letters).map do |spot|
          {
            "role" => spot.party,
            "kind" => spot.kind,
            "page" => spot.page,
            "x" => spot.x,
            "y" => spot.y,
            "width" => spot.width,
            "height" => spot.height,
            "key" => spot.key,
            "settings" => spot.settings,
            "anchor" => Core::Fields::Anchors.of(words[spot.page - 1].to_a, spot)
          }.compact
        end
      end
    end
  end
end
