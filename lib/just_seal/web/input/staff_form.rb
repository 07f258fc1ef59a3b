# frozen_string_literal: true

module JustSeal
  module Web
    # The form of a member of staff: from the browser to values for KeepStaff, and back.
    class StaffForm
      # +row+: Store::Account.
      def self.from(row)
        new(%w[name email role unit job_title edits].to_h { |name| [name, row[name.to_sym].to_s] })
      end

      def initialize(params)
        @params = params
      end

      def [](key) = @params[key].is_a?(String) ? @params[key].scrub("")[0, 500] : ""
      def edits = self["edits"].to_i

      def person
        members = Operations::KeepStaff::Person.members
        Operations::KeepStaff::Person.new(**members.to_h { |name| [name, self[name.to_s].strip] })
      end
    end
  end
end
