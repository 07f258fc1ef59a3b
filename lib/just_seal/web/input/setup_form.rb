# frozen_string_literal: true

module JustSeal
  module Web
    # The form by which an office begins: from the browser to values for SetUpOffice, and back.
    class SetupForm
      def initialize(params)
        @params = params
      end

      def [](key) = @params[key].is_a?(String) ? @params[key].scrub("") : ""

      def profile
        Core::Offices::Profile.new(
          name: self["name"].strip,
          zone: self["zone"],
          number_prefix: self["number_prefix"].strip.upcase,
          sender: self["sender"].strip,
          language: self["language"],
          accent: self["accent"].strip
        )
      end

      def person
        Operations::SetUpOffice::Person.new(
          name: self["person"],
          email: self["email"],
          unit: self["unit"],
          password: self["password"],
          again: self["again"]
        )
      end
    end
  end
end
