# frozen_string_literal: true

module JustSeal
  module Web
    # The texts that parties agree to, beneath the Rules: by language and class, each version kept.
    class ConsentTexts < Base
      get("") { show({}) }

      post "" do
        code = text_param("class", most: 40)
        Operations::WriteConsent.call(
          actor,
          language: params["language"].to_s,
          class_code: code.empty? ? nil : code,
          body: text_param("body", most: 20_000)
        )
        redirect "/rules/consent"
      rescue Errors::Invalid => e
        status 422
        show(Words.problems(e.problems))
      end

      private

      def show(problems)
        allow!(:see_rules)
        rows = Queries::ConsentTexts.all
        newest = rows.uniq { |row| [row.language, row.class_code] }
        page = Pages::ConsentTexts::List.new(
          context,
          newest: newest,
          older: rows - newest,
          classes: Queries::Choices.classes,
          typed: params,
          problems: problems
        )
        show_page page, code: response.status
      end
    end
  end
end
