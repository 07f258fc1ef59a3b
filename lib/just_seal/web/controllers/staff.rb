# frozen_string_literal: true

module JustSeal
  module Web
    # The staff, beneath the Rules: who they are, what they may do, by what they sign in.
    class Staff < Base
      include Uploads

      register Lists

      get "/new" do
        allow!(:keep_staff)
        form(nil, StaffForm.new({}), {})
      end

      get("/:id") { show(found) }

      post "" do
        account = Operations::KeepStaff.new.invite(actor, StaffForm.new(params).person)
        redirect "/rules/staff/#{account.id}"
      rescue Errors::Invalid => e
        status 422
        form(nil, StaffForm.new(params), Words.problems(e.problems))
      end

      get "/:id/edit" do
        allow!(:keep_staff)
        form(found, StaffForm.from(found), {})
      end

      post "/:id" do
        input = StaffForm.new(params)
        Operations::KeepStaff.new.change(actor, input.person, account_id: found.id, edits: input.edits)
        redirect "/rules/staff/#{found.id}"
      rescue Errors::Invalid => e
        status 422
        form(found, input, Words.problems(e.problems))
      end

      post "/:id/invite" do
        Operations::KeepStaff.new.invite_again(actor, account_id: found.id)
        redirect "/rules/staff/#{found.id}"
      end

      # An administrator lets somebody enrol, or takes away what they have enrolled.
      %w[allow reset].each do |deed|
        post "/:id/#{deed}" do
          steps(deed) do
            Operations::SecondSteps.new.public_send(deed, actor, account_id: found.id, reason: text_param("reason"))
          end
        end
      end

      # Who somebody is at a provider is forgotten.
      post "/:id/elsewhere/:identity" do
        steps("elsewhere") do
          Operations::ReleaseSignOn.call(
            actor,
            account_id: found.id,
            id: params["identity"].to_i,
            reason: text_param("reason")
          )
        end
      end

      # Everybody may try the password of this account again at once.
      post "/:id/release" do
        Operations::SignIns.new.release(actor, account_id: found.id)
        redirect "/rules/staff/#{found.id}"
      end

      post "/:id/deputies" do
        Operations::NameDeputy.call(actor, account_id: found.id, **DeputyForm.given(params))
        redirect "/rules/staff/#{found.id}"
      rescue Errors::Invalid => e
        status 422
        show(found, deputies: Words.problems(e.problems))
      end

      post "/:id/deputies/:deputy/end" do
        Operations::NameDeputy.new.end(actor, id: params["deputy"].to_i)
        redirect "/rules/staff/#{found.id}"
      end

      post "/:id/end" do
        steps("end") do
          to = text_param("to", most: 20)
          Operations::EndStaff.call(
            actor,
            account_id: found.id,
            reason: text_param("reason"),
            to_id: (to.to_i unless to.empty?)
          )
        end
      end

      post "/:id/back" do
        steps("back") do
          Operations::KeepStaff.new.bring_back(actor, account_id: found.id, reason: text_param("reason"))
        end
      end

      private

      def found = @found ||= Queries::Lookup.staff(params["id"]) || raise(Errors::Missing, :no_such_account)

      # Does the block, and shows the page again with what was wrong in the form of +deed+.
      def steps(deed)
        yield
        redirect "/rules/staff/#{found.id}"
      rescue Errors::Invalid => e
        status 422
        show(found, problems: Words.problems(e.problems), deed: deed)
      end

      def form(row, input, problems)
        page = Pages::Staff::Edit.new(context, row, form: input, units: Queries::Choices.units, problems: problems)
        show_page page, code: response.status
      end

      def show(row, problems: {}, deed: nil, deputies: {})
        allow!(:see_rules)
        page = Pages::Staff::Show.new(
          context,
          row,
          bound: Queries::SecondSteps.of(row.id),
          elsewhere: Queries::Lookup.identities(row.id),
          slowed: Queries::SlowedSignIns.among([row], at: office.now).any?,
          work: Queries::OpenWork.new(row),
          deputies: Pages::Staff::Deputies.of(context, row, typed: params, problems: deputies),
          staff: Queries::Choices.staff - [row],
          problems: problems,
          deed: deed
        )
        show_page page, code: response.status
      end
    end
  end
end
