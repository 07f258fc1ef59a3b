# frozen_string_literal: true

module JustSeal
  module Web
    # What a member of staff keeps of their own: by what they sign in.
    class OwnAccount < Base
      include QrCodes

      # An address of ours. Browsers drop tabs and line ends from one, and read \ as /.
      HERE = %r{\A/(?![/\\])[^[:cntrl:]]*\z}

      get("") { show(nil) }

      post "/app" do
        secret = steps.begin_app(actor)
        address = Core::Assurance::TimeCode.address(secret, name: account.email.to_s, office: office.name)
        show_page Pages::Account::EnrolApp.new(
          context,
          secret: Core::Assurance::TimeCode.typed(secret),
          picture: qr(address, I18n.t("room.enrol_app.code_label"))
        )
      end

      post "/app/confirm" do
        if steps.confirm_app(actor, code: text_param("code", most: 40))
          enrolled
          return redirect("/account")
        end

        status 422
        show(I18n.t("account.show.wrong_code"))
      end

      post("/key/begin") { json steps.begin_key(actor) }

      post "/key" do
        answer = json_body["answer"]
        steps.confirm_key(actor, answer: answer.is_a?(Hash) ? answer : {})
        enrolled
        json "next" => "/account"
      end

      post "/sessions" do
        key = text_param("key", most: 200)
        Operations::EndSessions.call(actor, except: rodauth.session_keys, key: key.empty? ? nil : key)
        redirect "/account"
      end

      # Something that was explained is read; back to where it stood.
      post "/told" do
        Operations::CloseExplanation.call(actor, name: text_param("name", most: 40))
        back = text_param("back", most: 300)
        redirect back.match?(HERE) ? back : "/"
      end

      post "/language" do
        Operations::ChooseLanguage.call(actor, language: text_param("language", most: 10))
        redirect "/account"
      end

      # Of what somebody is told, and when.
      post "/notices" do
        Operations::ChooseNotices.call(actor, given: params["notices"].is_a?(Hash) ? params["notices"] : {})
        redirect "/account#notices"
      end

      # Signatures that are kept.
      post "/marks/:id/usual" do
        Operations::KeepMark.new.make_usual(actor, id: params["id"].to_i)
        redirect "/account#marks"
      end

      post "/marks/:id/forget" do
        Operations::KeepMark.new.forget(actor, id: params["id"].to_i)
        redirect "/account#marks"
      end

      # Who acts for this person while they are away.
      post "/deputies" do
        Operations::NameDeputy.call(actor, account_id: account.id, **DeputyForm.given(params))
        redirect "/account"
      rescue Errors::Invalid => e
        status 422
        show(nil, deputies: Words.problems(e.problems))
      end

      post "/deputies/:id/end" do
        Operations::NameDeputy.new.end(actor, id: params["id"].to_i)
        redirect "/account"
      end

      get("/password") do
        raise Errors::Forbidden, :passwords_closed unless passwords?

        ask_password({})
      end

      post "/password" do
        raise Errors::Forbidden, :passwords_closed unless passwords?

        check_old unless once?
        Operations::ChangePassword.call(
          actor,
          password: params["password"].to_s,
          again: params["again"].to_s,
          session_keys: rodauth.session_keys
        )
        session.delete("new_password")
        redirect "/account"
      rescue Errors::Invalid => e
        status 422
        ask_password(Words.problems(e.problems))
      end

      private

      # Auditors from outside have no account anywhere else.
      def passwords? = account.outside? || office.sign_on.nil? || Queries::Choices.sign_on.passwords
      def once? = session["new_password"] == true

      def check_old
        right = Operations::SecondSteps.new.guarded(actor) do
          rodauth.account_from_session && rodauth.password_match?(params["old"].to_s)
        end
        raise Errors::Invalid, { "old" => :old_password_wrong } unless right
      end

      def ask_password(problems)
        show_page Pages::Account::Password.new(context, once: once?, problems: problems), code: response.status
      end

      # Sessions from before are of the password alone: they end.
      def enrolled
        session["second_step"] = "done"
        Operations::EndSessions.call(actor, except: rodauth.session_keys)
        Operations::SignIns.new.done(actor, account.email.to_s, factors: 2)
      end

      def steps = Operations::SecondSteps.new

      def show(problem, deputies: {})
        rows = Queries::SecondSteps.of(account.id)
        page = Pages::Account::Show.new(
          context,
          rows,
          sign_ins: Queries::OwnSignIns.new(account, keys: rodauth.session_keys),
          problem: problem,
          marks: Queries::Choices.kept_marks(account),
          deputies: Pages::Staff::Deputies.of(context, account, typed: params, problems: deputies),
          wanted: session["second_step"] == "enrol"
        )
        show_page page, code: response.status
      end
    end
  end
end
