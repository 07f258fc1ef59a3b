# frozen_string_literal: true

module JustSeal
  module Operations
    module RunSteps
      # Tells members of staff by mail.
      class Notify < Step
        def inside
          people.each do |account|
            InstructionNotice.call(run, :instruction_told, to: account, message: filled(step["message"]))
          end
          done("told" => people.size)
        end

        private

        def people
          named = step["to"].to_s.split
          return [run.instruction.owner] if named.empty?

          found = Store::Account.live.where(email: named).all
          gone = named - found.map { |one| one.email.to_s }
          raise Errors::Invalid, { "to" => Core::Problem.new(:members_unknown, names: gone) } if gone.any?

          found
        end
      end
    end
  end
end
