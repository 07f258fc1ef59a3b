# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # What a docket template says: roles instead of people, documents, fields, wording, time, options, and what it
      # asks of whoever uses it. It is kept, and goes out and comes in as JSON, in the form that
      # docs/docket-templates.md describes.
      module TemplateDefinition
        FORMAT = "just-seal/docket-template/2"
        # Of one document, which is not part of the template.
        EARLIER = "just-seal/docket-template/1"
        SOURCES = %w[outside particular staff sender group].freeze
        MAX_ROLES = Letters::MAX
        MAX_FIELDS = 500
        MAX_PAGE = 5000
        MAX_POINTS = 100_000
        SIDES = %w[x y width height].freeze
        TEXTS = {
          "title" => 200,
          "class" => 4,
          "description" => 2000,
          "subject" => 200,
          "message" => 4000
        }.freeze
        MAX_TAGS = 12
        MAX_TAG = 40
        # What a role can have asked beyond a name and an address.
        ASKED = %w[telephone phrase].freeze
        ROLE_TEXTS = { "title" => 100, "ref" => 254, "note" => 2000 }.freeze
        DAYS = {
          "deadline_days" => WorkingDays::MAX,
          "remind_after_days" => 60,
          "remind_every_days" => 60,
          "remind_before_days" => 60
        }.freeze

        module_function

        # [definition to keep, [sentence, ...]] of +given+, parsed JSON from anywhere. What it does not know is left
        # out.
        def read(given)
          return [{}, [Problem.new(:not_a_docket_template, format: FORMAT)]] unless of_format?(given)

          given = current(given)
          problems = []
          texts = texts(given, problems)
          days = DAYS.to_h { |name, most| [name, days(given[name], most, name, problems)] }.compact
          parts = parts(given, problems)
          problems << :no_acting_role if problems.empty? && parts["roles"].none? { |role| role["act"] != "receive" }
          options = options(given["options"], problems)
          [
            { "format" => FORMAT, **texts, "tags" => tags(given["tags"]), **days, "options" => options, **parts },
            problems
          ]
        end

        def of_format?(given) = given.is_a?(Hash) && [FORMAT, EARLIER].include?(given["format"])

        # What was kept in the form of earlier, in today's.
        def current(given)
          return given unless given["format"] == EARLIER

          fields = if given["fields"].is_a?(Array)
            given["fields"].grep(Hash).map do |field|
              { "document" => 1, **field }
            end
          end
          given.except("sketch").merge(
            "format" => FORMAT,
            "documents" => TemplateDocuments.one(given["class"].to_s, given["sketch"].to_a),
            "questions" => [],
            "fields" => fields || given["fields"]
          )
        end

        # +fresh+, made from a docket, as the next version of +before+: what a docket does not say stays.
        def successor(before, fresh)
          keys = fresh["fields"].map { |field| field["key"] }
          questions = before["questions"].reject { |one| one["field"] && !keys.include?(one["field"]) }
          documents = fresh["documents"].zip(before["documents"]).map do |document, old|
            said = old.to_h.slice("title", "pages", "replace", "particulars", "file", "file_name")
            document["file"] ? document.merge(said.slice("title", "particulars")) : document.merge(said)
          end
          before.slice("description", "tags").merge(fresh, "questions" => questions, "documents" => documents)
        end

        def tags(given)
          words = Array(given).grep(String).map { |tag| Filing::SafeName.line(tag)[0, MAX_TAG] }
          words.reject(&:empty?).uniq(&:downcase).first(MAX_TAGS)
        end

        def texts(given, problems)
          texts = TEXTS.to_h { |name, most| [name, text(given[name], most, name, problems)] }
          problems << :title_missing if texts["title"].empty?
          texts
        end

        def parts(given, problems)
          roles = list(given["roles"], MAX_ROLES, "roles", problems).each_with_index.filter_map do |role, index|
            role(role, index, problems)
          end
          documents = list(given["documents"], TemplateDocuments::MAX, "documents", problems)
          documents = TemplateDocuments.read(documents) { |fault| problems << fault }
          fields = fields(given, roles.map { |role| role["letter"] }, documents, problems)
          questions = questions(given, fields, problems)
          { "documents" => documents, "roles" => roles, "fields" => fields, "questions" => questions }
        end

        def fields(given, letters, documents, problems)
          signed = documents.each_index.select { |index| documents[index]["role"] == "sign" }.map { |index| index + 1 }
          list(given["fields"], MAX_FIELDS, "fields", problems).each_with_index.filter_map do |field, index|
            field(field, Problem.new(:field_number, number: index + 1), [letters, signed], problems)
          end
        end

        def questions(given, fields, problems)
          asked = list(given.fetch("questions", []), TemplateQuestions::MAX, "questions", problems)
          TemplateQuestions.read(asked, fields.map { |field| field["key"] }) { |fault| problems << fault }
        end

        def list(given, most, name, problems)
          return given if given.is_a?(Array) && given.size <= most && given.all?(Hash)

          problems << Problem.new(:not_a_list, name: name, limit: most)
          []
        end

        def text(given, most, name, problems)
          plain = given.is_a?(String) ? given.scrub("").unicode_normalize(:nfc) : ""
          problems << Problem.new(:text_too_long, name: name, limit: most) if plain.length > most
          plain[0, most]
        end

        def days(given, most, name, problems)
          return if given.nil?
          return given if given.is_a?(Integer) && given.between?(1, most)

          problems << Problem.new(:not_a_number_of_days, name: name, limit: most)
          nil
        end

        def options(given, problems)
          kept, found = Options.read(given.is_a?(Hash) ? given : {})
          problems.concat(found.values)
          kept
        end

        def role(given, index, problems)
          texts = ROLE_TEXTS.to_h do |name, most|
            [name, text(given[name], most, Problem.new(:of_role, number: index + 1, name: name), problems)]
          end
          unless role?(given)
            where = Problem.new(:role_number, number: index + 1)
            problems << Problem.new(:role_incomplete, where: where, acts: Readiness::ACTS, sources: SOURCES)
            return
          end

          asked = ASKED & Array(given["ask"])
          given.slice("letter", "turn", "act", "source")
            .merge(texts, "may_pass_on" => given["may_pass_on"] == true, "ask" => asked)
            .merge({ "also_text" => (true if given["also_text"] == true) }.compact)
        end

        def role?(given)
          letter, act, source, turn = given.values_at("letter", "act", "source", "turn")
          letter.to_s.match?(Letters::FORM) && Readiness::ACTS.include?(act) && SOURCES.include?(source) &&
            turn.is_a?(Integer) && turn.between?(1, MAX_ROLES)
        end

        def field(given, where, (letters, signed), problems)
          kind = Fields::Kinds::ALL[given["kind"]]
          unless kind && field?(given, kind)
            problems << Problem.new(:field_incomplete, where: where)
            return
          end

          role = given["role"]
          problems << Problem.new(:field_of_no_role, where: where, role: role.to_s[0, 3]) unless letters.include?(role)
          problems << Problem.new(:field_of_no_document, where: where) unless signed.include?(
            given.fetch(
              "document",
              1
            )
          )
          kept(given, kind)
        rescue Refused => e
          problems << Problem.new(:field_setting, where: where, setting: e.facts[:setting], limit: e.facts[:limit])
          nil
        end

        def kept(given, kind)
          pages = given["pages"].to_s
          given.slice("role", "kind", "page", *SIDES).merge(
            "document" => given.fetch("document", 1),
            "pages" => (pages if !pages.strip.empty? && Documents::PageRanges.valid?(pages)),
            "key" => given["key"].to_s[0, 40],
            "settings" => Fields::Settings.read(kind.id, given.fetch("settings", {})),
            "anchor" => anchor(given["anchor"])
          ).compact
        end

        def field?(given, kind)
          page, *sides = given.values_at("page", *SIDES)
          page.is_a?(Integer) && page.between?(1, MAX_PAGE) &&
            sides.all? { |side| side.is_a?(Numeric) && side.abs < MAX_POINTS } &&
            given["width"] >= kind.least_width && given["height"] >= kind.least_height
        end

        def anchor(given)
          return unless given.is_a?(Hash) && given["text"].is_a?(String) && given["nth"].is_a?(Integer)
          return unless given.values_at("dx", "dy").all?(Numeric)

          given.slice("nth", "dx", "dy").merge("text" => given["text"][0, 200])
        end
      end
    end
  end
end
