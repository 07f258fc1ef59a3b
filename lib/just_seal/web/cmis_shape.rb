# frozen_string_literal: true

module JustSeal
  module Web
    # Objects of the repository as JSON of the browser binding (CMIS 1.1, 5.2.11).
    class CmisShape
      TYPES = Core::Cmis::Types
      ID = Core::Cmis::ObjectId
      REPOSITORY = "office"
      FOLDER_ACTIONS = %w[canGetProperties canGetChildren canGetDescendants canGetFolderTree].freeze
      READ_ACTIONS = %w[
        canGetProperties
        canGetContentStream
        canGetObjectParents
        canGetAllVersions
        canGetRenditions
      ].freeze
      WRITE_ACTIONS = %w[canUpdateProperties canMoveObject].freeze
      ALL_ACTIONS = [
        *FOLDER_ACTIONS,
        *READ_ACTIONS,
        *WRITE_ACTIONS,
        "canGetFolderParent",
        "canCreateDocument",
        "canCreateFolder",
        "canCheckOut",
        "canCancelCheckOut",
        "canCheckIn",
        "canDeleteObject"
      ].uniq.freeze

      # +succinct+: are properties named with their values alone?; +only+: names of properties that are wanted, nil for
      # all; +account+: who asks.
      def initialize(account:, succinct: false, only: nil)
        @account = account
        @succinct = succinct
        @only = only
      end

      # +one+: Queries::Cmis::Objects::One.
      def object(one, actions: false)
        shape = @succinct ? { "succinctProperties" => plain(one) } : { "properties" => full(one) }
        shape["allowableActions"] = allowed(one) if actions
        shape
      end

      def in_folder(objects, count, skip, actions: false)
        {
          "objects" => objects.map { |one| { "object" => object(one, actions: actions) } },
          "hasMoreItems" => skip + objects.size < count,
          "numItems" => count
        }
      end

      def found(objects, count, skip)
        {
          "results" => objects.map { |one| object(one) },
          "hasMoreItems" => skip + objects.size < count,
          "numItems" => count
        }
      end

      def properties(one) = @succinct ? plain(one) : full(one)

      # What whoever asks may do with it: as their role and the state of it allow.
      def allowed(one)
        may = one.folder? ? of_folder(one) : of_document(one)
        ALL_ACTIONS.to_h { |name| [name, may.include?(name)] }
      end

      private

      def may?(act) = Core::Rights.may?(@account.role, act)

      def of_folder(one)
        [
          *FOLDER_ACTIONS,
          *("canGetFolderParent" unless one.id.root?),
          *("canCreateDocument" if one.row && may?(:capture)),
          *("canCreateFolder" if may?(:keep_case_files))
        ]
      end

      def of_document(one)
        held = one.row.reserved_by
        mine = held == @account.id
        [
          *READ_ACTIONS,
          *(WRITE_ACTIONS if may?(:correct)),
          *("canCheckOut" if held.nil? && may?(:capture)),
          *(%w[canCancelCheckOut canCheckIn] if mine && may?(:capture))
        ]
      end

      def wanted(one) = @only ? one.properties.slice(*@only) : one.properties
      def plain(one) = wanted(one).transform_values { |value| json(value) }

      def full(one)
        kinds = kinds(one)
        wanted(one).to_h do |name, value|
          about = { "id" => name, "localName" => name, "displayName" => name, "queryName" => name }
          [name, { **about, "type" => kinds.fetch(name, "string"), "cardinality" => "single", "value" => json(value) }]
        end
      end

      # {name of a property => its type}
      def kinds(one)
        own = one.folder? ? TYPES::OF_FOLDERS : TYPES::OF_DOCUMENTS
        items = one.folder? ? [] : one.row.record_class.particulars.to_a
        common = TYPES::COMMON.merge(own).transform_values(&:first)
        common.merge(items.to_h { |item| [TYPES.property(item["name"]), TYPES.property_type(item["type"])] })
      end

      # Times are milliseconds (CMIS 1.1, 5.2.6).
      def json(value)
        case value
        when Time then (value.to_r * 1000).to_i
        when BigDecimal then value.frac.zero? ? value.to_i : value.to_f
        else value
        end
      end
    end
  end
end
