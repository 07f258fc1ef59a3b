# frozen_string_literal: true

module JustSeal
  module Web
    # What the office says of itself, beneath the Rules.
    class TheOffice < Base
      include Uploads

      FIELDS = %i[name zone number_prefix sender language accent].freeze

      get("") { show(office.profile, {}) }

      post "" do
        typed = FIELDS.to_h { |name| [name, text_param(name.to_s, most: 200).strip] }
        profile = office.profile.with(**typed)
        Operations::KeepOffice.call(actor, profile, seen: text_param("seen", most: 64))
        redirect "/rules/office"
      rescue Errors::Invalid => e
        status 422
        show(profile, Words.problems(e.problems))
      end

      post "/logo/away" do
        Operations::KeepLogo.call(actor, bytes: nil)
        redirect "/rules/office"
      end

      post "/logo" do
        Operations::KeepLogo.call(actor, bytes: upload(params["logo"])[:bytes])
        redirect "/rules/office"
      rescue Errors::Invalid => e
        status 422
        show(office.profile, Words.problems(e.problems))
      end

      private

      def show(profile, problems)
        allow!(:see_rules)
        page = Pages::TheOffice::Show.new(context, profile, seen: office.profile.mark, problems: problems)
        show_page page, code: response.status
      end
    end
  end
end
