# frozen_string_literal: true

module JustSeal
  module Web
    # Asking for a link by which a forgotten password is replaced. What is answered never tells who has an account.
    class Forgotten < Base
      get("") { show_page Pages::Forgotten::Ask.new(context) }

      post "" do
        Operations::ChoosePassword.new.ask(text_param("email", most: 254), origin)
        show_page Pages::Forgotten::Asked.new(context)
      end
    end
  end
end
