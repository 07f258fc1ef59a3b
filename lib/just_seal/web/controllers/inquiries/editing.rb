# frozen_string_literal: true

module JustSeal
  module Web
    class Inquiries < Base
      # What an inquiry is about: opened, and changed.
      module Editing
        extend RouteSet

        get("/new") { form(nil, fresh, {}) }

        post "" do
          inquiry = Operations::SaveInquiry.new.open(actor, typed)
          redirect "/evidence/inquiries/#{inquiry.number}"
        rescue Errors::Invalid => e
          form(nil, typed, Words.problems(e.problems), code: 422)
        end

        get("/:number/edit") { find.then { |inquiry| form(inquiry, shown(inquiry), {}) } }

        post "/:number" do
          Operations::SaveInquiry.new.change(actor, params["number"], typed, edits: params["edits"].to_i)
          redirect "/evidence/inquiries/#{params["number"]}"
        rescue Errors::Invalid => e
          form(find, typed, Words.problems(e.problems), code: 422)
        end

        private

        def form(inquiry, values, problems, code: 200)
          allow!(:inquire)
          page = Pages::Inquiries::Edit.new(
            context,
            inquiry,
            typed: values,
            classes: Queries::Choices.classes,
            case_files: Queries::Choices.case_files,
            workers: Queries::Choices.staff_who_may(:inquire),
            problems: problems
          )
          show_page page, code: code
        end

        def typed
          lists = %w[classes case_files].to_h { |name| [name, Array(params[name]).map(&:to_s).reject(&:empty?)] }
          FIELDS.to_h { |name| [name, params[name].to_s.strip] }.merge(lists)
        end

        def fresh
          today = office.zone.to_local(office.now).to_date
          FIELDS.to_h { |name| [name, ""] }.merge(
            "from" => Date.new(today.year, 1, 1).iso8601,
            "until" => today.iso8601,
            "due_on" => (today + 14).iso8601,
            "worker_id" => account.id.to_s,
            "classes" => [],
            "case_files" => []
          )
        end

        def shown(inquiry)
          scope = inquiry.scope.to_h
          {
            "asked_by" => inquiry.asked_by,
            "mandate" => inquiry.mandate,
            "question" => inquiry.question,
            "from" => inquiry.from_day.iso8601,
            "until" => inquiry.until_day.iso8601,
            "due_on" => inquiry.due_on.iso8601,
            "worker_id" => inquiry.worker_id.to_s,
            "classes" => scope["classes"].to_a,
            "case_files" => scope["case_files"].to_a,
            "parties" => scope["parties"].to_a.join("\n")
          }
        end
      end
    end
  end
end
