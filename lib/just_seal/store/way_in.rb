# frozen_string_literal: true

module JustSeal
  module Store
    # A folder or mailbox out of which files become records of one class. +account+: with whose rights.
    class WayIn < Sequel::Model(:ways_in)
      many_to_one :account, class: "JustSeal::Store::Account"
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      many_to_one :case_file, class: "JustSeal::Store::CaseFile"
      dataset_module { where(:live, ended_at: nil) }

      def folder? = kind == "folder"
      # Mail addresses, and domains with "@" before them, from which files are taken.
      def allowed = senders.split(/[\s,;]+/).map(&:downcase).reject(&:empty?)
      def from?(address) = allowed.any? { |one| one == address || (one.start_with?("@") && address.end_with?(one)) }
    end
  end
end
