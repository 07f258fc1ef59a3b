# frozen_string_literal: true

require "date"

module JustSeal
  module Web
    class Circulations < Base
      # What whoever steers a circulation does with all whom it asks.
      module Steering
        extend RouteSet

        # A dialog of the page was refused: the page comes back with it open, and with what was typed.
        def self.steering(path, dialog: nil, &work)
          post(path) do
            instance_exec(&work)
            redirect circulation_path(circulation)
          rescue Errors::Invalid, Errors::Conflict, Core::Refused => e
            invalid = e.is_a?(Errors::Invalid)
            problems = invalid ? Words.problems(e.problems) : { "conflict" => Words.problem(e) }
            show_progress code: invalid ? 422 : 409, failed: { dialog: dialog, problems: problems, typed: params }
          end
        end

        steering("/:number/start") { Operations::StartCirculation.call(actor, number: circulation.number) }
        steering("/:number/stop") { Operations::StartCirculation.new.stop(actor, number: circulation.number) }
        steering("/:number/resume") { Operations::StartCirculation.new.resume(actor, number: circulation.number) }
        steering("/:number/remind") { Operations::ExtendCirculation.new.remind(actor, number: circulation.number) }

        steering "/:number/extend", dialog: "extend" do
          Operations::ExtendCirculation.call(actor, number: circulation.number, due_on: day_param("due_on"))
        end

        steering "/:number/close", dialog: "close" do
          Operations::CloseCirculation.call(actor, number: circulation.number, reason: text_param("reason"))
        end

        steering "/:number/share", dialog: "share" do
          Operations::ShareCirculation.call(actor, number: circulation.number, lines: text_param("people"))
        end

        # A certificate, and everything that proves it, in one file.
        steering("/:number/certify") { Operations::CertifyCirculation.call(actor, number: circulation.number) }

        get "/:number/bundle" do
          bytes, name = Operations::ExportCirculation.call(actor, number: circulation.number)
          content_type Core::Bundle::Package::MIME
          attachment name
          bytes
        end

        private

        def day_param(name)
          Date.strptime(text_param(name, most: 10), "%Y-%m-%d")
        rescue Date::Error
          nil
        end
      end
    end
  end
end
