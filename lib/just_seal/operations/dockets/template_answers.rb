# frozen_string_literal: true

module JustSeal
  module Operations
    # What was answered to the questions of a docket template, read: what is wrong with it, and the definition that
    # follows from it.
    class TemplateAnswers
      # +asked+: Queries::OpeningQuestions; +trial+: are samples made, which take no record that is there?
      def initialize(asked, trial:)
        @asked = asked
        @trial = trial
        answers = asked.answers["ask"]
        @answers = Core::Filing::Particulars.read(asked.questions, answers.is_a?(Hash) ? answers : {})
      end

      # {question => Symbol or Core::Problem}, see UseTemplate.
      def problems
        found = @answers.problems.transform_keys { |name| "ask.#{name}" }
        found["case_file"] = :choose_case_file if @asked.files? && @asked.case_file.nil?
        @asked.unknown_records.each do |number, text|
          found["documents.#{number}"] = Core::Problem.new(:no_record, number: text)
        end
        @asked.documents.each { |document| found.merge!(of_document(document)) }
        @asked.people.inject(found) { |all, role| all.merge(of_person(role)) }
      end

      def title(document)
        Core::Filing::SafeName.line(Core::Dockets::TemplateQuestions.filled(@asked.title(document), shown))
      end

      # Particulars of the record that is made of +document+, fit to keep.
      def particulars(document) = read(document).first

      # {letter => {"name" =>, "email" =>, "organisation" =>, "telephone" =>, "phrase" =>}}
      def people
        @asked.people.to_h do |role|
          typed = %w[name email organisation telephone phrase].to_h { |key| [key, @asked.person(role, key).strip] }
          line = typed.slice("name", "email", "organisation").transform_values do |text|
            Core::Filing::SafeName.line(text)
          end
          [role["letter"], typed.merge(line)]
        end
      end

      # The definition with what was answered where it speaks of it.
      def filled
        texts = %w[subject message].to_h do |name|
          [name, Core::Dockets::TemplateQuestions.filled(@asked.definition[name], shown)]
        end
        fields = @asked.definition["fields"].map { |field| with_default(field) }
        @asked.definition.merge(texts, "fields" => fields)
      end

      private

      # {name => text as people read it}
      def shown
        @shown ||= @asked.questions.to_h do |item|
          value = @answers.values[item["name"]]
          type = Core::Filing::Types.of(item)
          [item["name"], value.nil? ? "" : type.shown(item, value, Words::Notation::DOCUMENT)]
        end
      end

      def with_default(field)
        question = @asked.questions.find { |one| one["field"] && one["field"] == field["key"] }
        value = question && @answers.values[question["name"]]
        return field if value.nil?

        field.merge("settings" => field["settings"].to_h.merge("default" => Core::Filing::Particulars.text(value)))
      end

      def of_document(document)
        return @trial ? { "documents.#{document.number}" => :trial_takes_files } : {} unless document.made?
        return {} unless @asked.case_file

        found = read(document).last
        found.to_h { |key, problem| [place(key, document.number), problem] }
      end

      def place(key, number)
        return "titles.#{number}" if key == "title"

        key.sub("particulars.", "particulars.#{number}.")
      end

      # [values, problems]
      def read(document)
        @made ||= {}
        @made[document.number] ||= begin
          given = document.record_class.particulars.to_h { |item| [item["name"], given(document, item)] }
          RecordKeeper.read(title(document), document.record_class, @asked.case_file, given)
        end
      end

      def given(document, item)
        value = @asked.particular(document, item)
        value.is_a?(String) ? Core::Dockets::TemplateQuestions.filled(value, plain) : value
      end

      # {name => text as it is kept}: particulars are read once more.
      def plain = @plain ||= @answers.values.transform_values { |value| Core::Filing::Particulars.text(value) }

      def of_person(role)
        typed = people.fetch(role["letter"])
        found = DraftProblems.of_proofs(typed["telephone"], typed["phrase"])
        found["email"] = address(typed["email"])
        wanted(role).each { |key| found[key] ||= missing(key) if typed[key].empty? }
        found.compact.transform_keys { |key| "people.#{role["letter"]}.#{key}" }
      end

      def wanted(role) = [*("name" if @asked.typed?(role)), *role["ask"]]

      def address(text)
        Core::Problem.new(:not_an_address, email: text) unless text.empty? || Core::Dockets::Address.valid?(text)
      end

      def missing(key) = Core::Problem.new(:missing_value, label: Core::Problem.new(:"label_of_#{key}"))
    end
  end
end
