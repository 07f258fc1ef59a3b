# frozen_string_literal: true

module JustSeal
  module Web
    # Tokens of programs, beneath the Rules.
    class Tokens < Base
      get("") { show }

      post "" do
        token, secret = Operations::KeepTokens.new.make(
          actor,
          name: text_param("name", most: 200),
          scopes: Array(params["scopes"]).grep(String),
          days: text_param("days", most: 5).to_i,
          account_id: params["account"].to_s[/\A\d{1,18}\z/]&.to_i
        )
        show(made: [token, secret])
      rescue Errors::Invalid => e
        status 422
        show(problems: Words.problems(e.problems), typed: params)
      end

      # An account of a program, to which nobody signs in.
      post "/accounts" do
        Operations::KeepProgramAccounts.call(
          actor,
          name: text_param("account_name", most: 200),
          email: text_param("email", most: 300),
          role: text_param("role", most: 20),
          unit: text_param("unit", most: 200)
        )
        redirect "/rules/tokens"
      rescue Errors::Invalid => e
        status 422
        show(problems: Words.problems(e.problems), typed: params)
      end

      post "/accounts/:id/end" do
        Operations::KeepProgramAccounts.new.end(actor, id: params["id"].to_i)
        redirect "/rules/tokens"
      end

      post "/:id/end" do
        Operations::KeepTokens.new.end(actor, id: params["id"].to_i)
        redirect "/rules/tokens"
      end

      private

      def show(made: nil, problems: {}, typed: {})
        allow!(:see_rules)
        page = Pages::Tokens::List.new(
          context,
          Queries::ApiTokens.seen_by(account, all: may?(:keep_staff)),
          accounts: may?(:keep_staff) ? Queries::ApiTokens.accounts : [],
          made: made,
          problems: problems,
          typed: typed
        )
        show_page page, code: response.status
      end
    end
  end
end
