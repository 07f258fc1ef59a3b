# frozen_string_literal: true

module JustSeal
  module Queries
    module Cmis
      # Answers a Core::Cmis::Statement with Objects::One, from what whoever asks may see.
      class Find
        TYPES = Core::Cmis::Types
        ID = Core::Cmis::ObjectId
        SIGNS = { "=" => :"=", "<>" => :"!=", "<" => :<, "<=" => :<=, ">" => :>, ">=" => :>= }.freeze
        # Properties that are columns. Others are particulars.
        OF_RECORDS = {
          "cmis:name" => Sequel[:records][:title],
          "cmis:creationDate" => Sequel[:records][:created_at],
          "js:number" => Sequel[:records][:number],
          "js:state" => Sequel.function(:coalesce, Sequel[:records][:docket_state], "none")
        }.freeze
        OF_FOLDERS = {
          "cmis:name" => Sequel[:case_files][:title],
          "cmis:creationDate" => Sequel[:case_files][:opened_at],
          "js:code" => Sequel[:case_files][:code]
        }.freeze
        WORDS = Sequel[:record_particulars][:words]
        NUMBER = Sequel[:record_particulars][:number]

        # +query+: of Core::Cmis::Statement. Raises Core::Refused :statement_unreadable for a type or name that is none.
        def initialize(query, sight:)
          @query = query
          @sight = sight
          @objects = Objects.new(sight)
        end

        # [[One, ...], how many there are]
        def page(skip:, most:)
          found = @query.where ? all.where(condition(@query.where)) : all
          rows = found.order(*order, key).limit(most).offset(skip).all
          [folders? ? @objects.folders(rows) : @objects.documents(rows), found.count]
        end

        private

        def folders? = @query.type == TYPES::FOLDER
        def key = folders? ? Sequel[:case_files][:id] : Sequel[:records][:id]
        def columns = folders? ? OF_FOLDERS : OF_RECORDS
        def refuse(at) = raise(Core::Refused.new(:statement_unreadable, at: at))

        def all
          return @sight.case_files if folders?
          return @sight.counted_records if @query.type == TYPES::DOCUMENT

          @sight.counted_records.where(record_class_id: record_class.id)
        end

        def record_class
          @record_class ||= Store::RecordClass.first(code: TYPES.class_of(@query.type).to_s) || refuse(@query.type)
        end

        def condition(node)
          kind, *rest = node
          case kind
          when :and then Sequel.&(*rest.map { |one| condition(one) })
          when :or then Sequel.|(*rest.map { |one| condition(one) })
          when :not then Sequel.~(condition(rest.first))
          when :contains, :in_folder, :in_tree then send(kind, rest.first)
          else named(kind, *rest)
          end
        end

        # Of a column, or of a particular.
        def named(kind, name, *rest)
          return by_id(kind, name, *rest) if ["cmis:objectId", "cmis:versionSeriesId"].include?(name)
          return by_type(*rest) if name == "cmis:objectTypeId"

          column = columns[name]
          return of_column(kind, column, *rest) if column

          of_particular(kind, name, *rest)
        end

        def of_column(kind, column, *rest)
          case kind
          when :compare then compare(column, *rest)
          when :in then Sequel.expr(column => rest.first.map { |one| plain(one) })
          when :like then Sequel.like(column, rest.first)
          when :null then rest.first ? Sequel.expr(column => nil) : Sequel.~(column => nil)
          end
        end

        def compare(column, sign, value)
          Sequel::SQL::BooleanExpression.new(SIGNS.fetch(sign), column, plain(value))
        end

        def plain(value)
          if value.is_a?(TrueClass) || value.is_a?(FalseClass)
            value ? "yes" : "no"
          else
            value
          end
        end

        def of_particular(kind, name, *rest)
          own = TYPES.particular(name)
          refuse(name) if folders? || own.nil? || @query.type == TYPES::DOCUMENT
          item = record_class.particulars.find { |one| one["name"] == own } || refuse(name)
          spread = Store.db[:record_particulars].where(record_class_id: record_class.id, name: own)
          { Sequel[:records][:id] => spread.where(spread_condition(kind, item, *rest)).select(:record_id) }
        end

        # Texts are spread in small letters, numbers as such.
        def spread_condition(kind, item, *rest)
          return rest.first ? { WORDS => "" } : Sequel.~(WORDS => "") if kind == :null

          number = TYPES.property_type(item["type"]) == "decimal"
          column = number ? NUMBER : WORDS
          case kind
          when :like then Sequel.like(WORDS, rest.first.downcase)
          when :in then { column => rest.first.map { |one| spelt(one, number) } }
          else compare(column, rest.first, spelt(rest.last, number))
          end
        end

        def spelt(value, number)
          value = plain(value)
          if number
            BigDecimal(value.to_s)
          else
            value.to_s.downcase.delete_suffix("t00:00:00z").delete_suffix(
              "t00:00:00." \
              "000z"
            )
          end
        rescue ArgumentError
          refuse(value.to_s)
        end

        def by_id(kind, name, *rest)
          values = { compare: [rest.last], in: rest.first, like: nil, null: nil }.fetch(kind) || refuse(name)
          refuse(name) if kind == :compare && rest.first != "="
          ids = Array(values).map { |text| ID.read(text) || refuse(text) }
          { (folders? ? OF_FOLDERS["js:code"] : OF_RECORDS["js:number"]) => ids.map(&:number) }
        end

        def by_type(sign, value = nil)
          refuse("cmis:objectTypeId") unless sign == "=" && !folders?

          row = Store::RecordClass.first(code: TYPES.class_of(value).to_s)
          { Sequel[:records][:record_class_id] => row&.id }
        end

        def contains(words)
          refuse("CONTAINS") if folders?

          { Sequel[:records][:id] => RecordFind.new(words).narrow(Store::Record.dataset).select(Sequel[:records][:id]) }
        end

        def in_folder(id)
          place = place(id)
          folders? ? { Sequel[:case_files][:parent_id] => place&.id } : { Sequel[:records][:case_file_id] => place&.id }
        end

        def in_tree(id)
          place = place(id)
          ids = place ? Store::CaseFile.beneath([place.id]) : @sight.case_files.select(:id)
          { (folders? ? key : Sequel[:records][:case_file_id]) => ids }
        end

        # The Store::CaseFile, nil for the root.
        def place(id)
          meant = ID.read(id)
          refuse(id) unless meant&.folder?
          @objects.find(id).row
        end

        def order
          @query.order.map do |name, down|
            column = columns[name] || refuse(name)
            down ? Sequel.desc(column) : column
          end
        end
      end
    end
  end
end
