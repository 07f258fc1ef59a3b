# frozen_string_literal: true

require "date"
require "json"

module JustSeal
  module Operations
    # What operations on inquiries share. What is done in an inquiry is on the chain under its number.
    module Asking
      ADDRESS = /\A[^@\s]+@[^@\s]+\z/

      private

      # The inquiry +number+, locked, for somebody who may work on it.
      def working(actor, number)
        allow!(actor, :inquire)
        inquiry = Store::Inquiry.where(number: number).for_update.first
        raise Errors::Missing.new(:no_inquiry, number: number) unless inquiry
        raise Errors::Conflict.new(:inquiry_closed, number: number) unless inquiry.open?

        inquiry
      end

      def iso(text, name, problems)
        Date.iso8601(text.to_s)
      rescue Date::Error
        problems[name] = :not_a_day
        nil
      end

      # {"classes" => codes, ...} out of what was typed; what does not exist is a problem.
      def scope(given, problems)
        found = %w[classes case_files parties].to_h { |name| [name, words(given[name])] }
        known = { "classes" => Store::RecordClass.select_map(:code), "case_files" => Store::CaseFile.select_map(:code) }
        known.each do |name, codes|
          strange = found[name] - codes
          problems[name] = Core::Problem.new(:scope_unknown, names: strange) if strange.any?
        end
        problems["parties"] = :addresses_one_a_line unless found["parties"].all?(ADDRESS)
        found.reject { |_, list| list.empty? }
      end

      def words(given) = Array(given).flat_map { |text| text.to_s.split(/[\s,;]+/) }.reject(&:empty?).uniq
    end
  end
end
