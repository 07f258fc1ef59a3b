# frozen_string_literal: true

require "tzinfo"

module JustSeal
  module Queries
    # What forms offer to choose from, in the order in which they show it.
    module Choices
      module_function

      # Signatures and initials that +account+ keeps: Store::KeptMark, ..., by kind, the usual one first.
      def kept_marks(account)
        Store::KeptMark.where(account_id: account.id).order(Sequel.desc(:kind), Sequel.desc(:usual), :id).all
      end

      # The same for scripts: {"signature" => [{"mark" => ...}, ...], "initials" => [...]}
      def marks_by_kind(account)
        rows = kept_marks(account).group_by(&:kind)
        %w[signature initials].to_h { |kind| [kind, rows.fetch(kind, []).map { |row| { "mark" => row.mark.to_h } }] }
      end

      def classes = Store::RecordClass.order(:code).all
      def classes_but(code) = Store::RecordClass.exclude(code: code).order(:code).all
      def staff = Store::Account.live.order(:name).all

      # Those of the staff who may do +act+ (a key of Core::Rights::TABLE).
      def staff_who_may(act) = staff.select { |one| Core::Rights.may?(one.role, act) }

      # Names of the units of the office.
      def units = Store::Unit.live.order(:name).select_map(:name)

      # Names of all time zones.
      def zones = TZInfo::Timezone.all_identifiers
      def sign_on = Store::OfficeChoices.sign_on
      def groups = Store::Group.order(:name).all
      def case_files = Store::CaseFile.order(:code).all

      # Open case files into which whoever has +sight+ may put records.
      def open_case_files(sight)
        sight.case_files(Store::CaseFile.live).order(:code).all.select { |row| sight.change?(row) }
      end

      # Open case files that can stand above +case_file+ (nil for a new one).
      def case_files_above(case_file)
        beneath = case_file ? Store::CaseFile.beneath([case_file.id]) : []
        Store::CaseFile.live.exclude(id: beneath).order(:code).all
      end

      # Document templates of a class.
      def document_templates_of(record_class)
        Store::DocumentTemplate.live.where(record_class_id: record_class.id).order(:title).all
      end

      def document_templates
        Store::DocumentTemplate.live.eager(:record_class).order(:record_class_id, :title).all
      end
    end
  end
end
