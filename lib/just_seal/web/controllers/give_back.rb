# frozen_string_literal: true

module JustSeal
  module Web
    # A device that was lent to a party comes back to the member of staff: by their password, or by signing on anew.
    class GiveBack < Base
      get("") { lent ? ask(nil) : redirect("/") }

      post "" do
        return redirect("/") unless lent
        return redirect("/give-back") if office.sign_on && !Queries::Choices.sign_on.passwords

        # Counted for the account, not for this browser: the device is in somebody else's hands.
        unless Operations::SecondSteps.new.guarded(actor) do
          rodauth.account_from_session && rodauth.password_match?(text_param("password", most: 200))
        end
          status 422
          return ask(I18n.t("room.give_back.wrong", name: lent.staff))
        end

        docket = Operations::OpenInPerson.new.give_back(actor, handle: lent.handle)
        rodauth.lending.take_back
        redirect(docket ? "/dockets/#{docket.number}" : "/")
      end

      get "/sign-on" do
        return redirect("/") unless lent && office.sign_on

        address, kept = office.sign_on.begin(anew: true)
        session["sign_on"] = kept
        redirect address
      end

      private

      def ask(problem)
        show_page Pages::Room::GiveBack.new(context, lent, problem: problem), code: response.status
      end
    end
  end
end
