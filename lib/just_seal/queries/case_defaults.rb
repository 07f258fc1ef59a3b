# frozen_string_literal: true

module JustSeal
  module Queries
    # What a new record begins with in a case file: each case file takes over from the one above what it does not say
    # itself.
    module CaseDefaults
      Defaults = Struct.new(:record_class, :particulars, :parties, keyword_init: true)

      module_function

      # +case_file+: Store::CaseFile, nil for none.
      def of(case_file)
        path = case_file ? case_file.path : []
        Defaults.new(
          record_class: path.filter_map(&:default_class).last,
          particulars: path.map do |one|
            one.particulars.to_h
          end.inject({}, :merge),
          parties: path.map { |one| one.parties.to_a }.reject(&:empty?).last || []
        )
      end

      # Seats for a draft of +record+: the case file's default parties, or else its class's.
      def seats(record)
        parties = of(record.case_file).parties
        parties = record.record_class.default_parties.to_a if parties.empty?
        Core::Filing::Parties.seats(
          parties,
          record.particulars.to_h,
          contact: method(:contact),
          account: method(:account)
        )
      end

      def contact(id) = Store::Contact.live.first(id: id)&.then { |row| row.card.merge("id" => row.id) }

      def account(id)
        row = Store::Account.live.first(id: id) or return
        { "id" => row.id, "name" => row.name, "email" => row.email, "organisation" => JustSeal.office.name }
      end
    end
  end
end
