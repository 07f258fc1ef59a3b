# frozen_string_literal: true

module JustSeal
  module Operations
    # Somebody says in which language they are spoken to: a member of the staff on the page of their account.
    class ChooseLanguage < StaffAccounts
      # +language+: code, empty for that of the office. Raises Errors::Invalid keyed "language".
      def call(actor, language:)
        raise Errors::Invalid, { "language" => :choose_language } unless [
          "",
          *Words::Languages::CODES
        ].include?(language)

        wanted = language.empty? ? nil : language
        transaction do
          account = Store::Account.where(id: actor.id).for_update.first
          before = account.language
          next if before == wanted

          account.update(language: wanted)
          facts = { "what" => "language", "before" => before.to_s, "after" => wanted.to_s }
          tell(actor, "account.changed", account, facts)
        end
      end
    end
  end
end
