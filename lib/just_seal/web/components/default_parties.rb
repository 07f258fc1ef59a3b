# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # Who signs what is captured, unless somebody says otherwise: somebody outside first, then a member of staff.
      class DefaultParties < Component
        attr_reader :typed

        # +items+: particulars of the class; +typed+: {"outside", "contact", "staff" => text}; +inherited+: what nothing
        # means.
        def initialize(context, items:, typed:, staff:, problems:, inherited:, content: nil)
          super(context, content: content)
          @items = items
          @typed = typed
          @staff = staff
          @problems = problems
          @inherited = inherited
        end

        def wrong = @problems.select { |key, _| key.start_with?("parties.") }.values

        def outside_options
          contacts = @items.select { |item| Core::Filing::Types.of(item).contact? }
          particulars = contacts.map { |item| ["particular:#{item["name"]}", t(".particular", label: item["label"])] }
          [["", @inherited], *particulars, ["contact", t(".certain_contact")]]
        end

        def staff_options
          [["", @inherited], *@staff.map { |row| [row.id, t(".staff_option", name: row.name, unit: row.unit)] }]
        end
      end
    end
  end
end
