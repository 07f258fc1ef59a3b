# frozen_string_literal: true

require "bigdecimal"

module JustSeal
  module Queries
    module Cmis
      # Case files and records as the objects of a CMIS repository: their ids and properties, for whoever has +sight+.
      class Objects
        TYPES = Core::Cmis::Types
        ID = Core::Cmis::ObjectId
        CERTIFICATE = "certificate"
        # An object: +id+: ObjectId; +type+: id of its type; +properties+: {name => value}, with Time, BigDecimal and
        # nil; +row+: Store::Record, Store::CaseFile or nil for the root; +version+: Store::Version.
        One = Struct.new(:id, :type, :properties, :row, :version, keyword_init: true) do
          def folder? = id.folder?
        end

        def initialize(sight, office: JustSeal.office)
          @sight = sight
          @office = office
        end

        # The One behind +id+ (text). Raises Errors::Missing.
        def find(id)
          meant = ID.read(id) or raise missing(id)
          return root if meant.root?
          return folder(case_file(meant.number)) if meant.folder?

          record = @sight.records.first(number: meant.number) or raise missing(id)
          all = series(record)
          version = version_of(record, meant, all)
          document(record, version, latest: version == all.first, working_copy: meant.working_copy?)
        end

        # The One at +path+ ("/Berth licences/MB-2026-0001 Licence"). Raises Errors::Missing.
        def at(path)
          parts = path.split("/").reject(&:empty?)
          parts.inject(root) { |parent, name| child(parent, name) || raise(missing(path)) }
        end

        def root
          properties = common(ID.root, TYPES::FOLDER, @office.name, nil)
          own = { "cmis:parentId" => nil, "cmis:path" => "/", "js:code" => nil }
          One.new(id: ID.root, type: TYPES::FOLDER, properties: { **properties, **own })
        end

        # [[One, ...], how many there are] of what lies in +parent+: folders by title, then records by number.
        def children(parent, skip:, most:)
          folders = @sight.case_files.where(parent_id: parent.row&.id).order(:title, :id)
          count = folders.count
          found = folders.limit(most).offset(skip).all.map { |row| folder(row, above: parent) }
          return [found, count] unless parent.row

          records = @sight.counted_records.where(case_file_id: parent.row.id)
          more = filed(records, skip: [skip - count, 0].max, most: most - found.size)
          [found + more, count + records.count]
        end

        # One for each of +rows+ (Store::Record), their newest versions found at once.
        def documents(rows)
          fill(rows)
          versions = newest(rows.map(&:id))
          rows.filter_map { |row| document(row, versions[row.id], latest: true) if versions[row.id] }
        end

        # Looks classes, with the definitions that are wanted, and holders up at once.
        def fill(rows)
          classes = Store::RecordClass.where(id: rows.map(&:record_class_id).uniq).as_hash(:id)
          holders = Store::Account.where(id: rows.filter_map(&:reserved_by).uniq).as_hash(:id)
          rows.each do |row|
            row.associations.update(record_class: classes[row.record_class_id], holder: holders[row.reserved_by])
          end
          Store::RecordClass.know_definitions(rows)
        end

        # One for each of +rows+ (Store::CaseFile), wherever they lie.
        def folders(rows)
          known = Store::CaseFile.all.to_h { |row| [row.id, row] }
          known.each_value { |row| row.associations[:parent] = known[row.parent_id] }
          rows.map { |row| folder(known.fetch(row.id)) }
        end

        # Every version of +record+, the newest first.
        def versions(record)
          all = series(record)
          all.map { |version| document(record, version, latest: version == all.first) }
        end

        # The folder in which +one+ lies, nil above the root.
        def parent(one)
          return if one.id.root?
          return folder(one.row.case_file) unless one.folder?

          one.row.parent ? folder(one.row.parent) : root
        end

        # +above+: the One in which it lies, where that is known.
        def folder(row, above: nil)
          above ||= row.parent ? folder(row.parent) : root
          id = ID.folder(row.code)
          own = {
            "cmis:parentId" => above.id.to_s,
            "cmis:path" => "#{above.properties["cmis:path"].chomp("/")}/#{row.title}",
            "js:code" => row.code
          }
          properties = common(id, TYPES::FOLDER, row.title, row.opened_at)
          One.new(id: id, type: TYPES::FOLDER, properties: { **properties, **own }, row: row)
        end

        # +version+: Store::Version; +latest+: is it the newest of its record?; +working_copy+: is it the one that is
        # checked out?
        def document(record, version, latest:, working_copy: false)
          id = ID.version(record.number, working_copy ? :pwc : version.number)
          type = TYPES.of_class(record.record_class.code)
          properties = {
            **common(id, type, record.title, version.created_at),
            "cmis:createdBy" => version.creator&.email&.to_s,
            "cmis:checkinComment" => comment(version),
            **standing(version, latest && !working_copy, working_copy),
            **held(record),
            **stream(version),
            **particulars(record)
          }
          One.new(id: id, type: type, properties: properties, row: record, version: version)
        end

        # The certificate of +record+'s newest sealed docket, nil for none.
        def certificate(record)
          Store::Version.where(record_id: record.id, kind: CERTIFICATE).order(Sequel.desc(:number)).first
        end

        private

        def filed(records, skip:, most:)
          most.positive? ? documents(records.order(:number).limit(most).offset(skip).all) : []
        end

        def missing(id) = Errors::Missing.new(:no_object, id: id.to_s[0, 200])

        def case_file(code) = @sight.case_files.first(code: code) || raise(missing(code))

        def child(parent, name)
          folder = @sight.case_files.where(parent_id: parent.row&.id)
            .first(Sequel.function(:lower, :title) => name.downcase)
          return folder(folder) if folder
          return unless parent.row

          rows = @sight.records.where(case_file_id: parent.row.id, title: name)
          documents(rows.order(:number).limit(1).all).first
        end

        def series(record) = record.versions_dataset.exclude(kind: CERTIFICATE).order(Sequel.desc(:number)).all

        def version_of(record, meant, all)
          raise missing(meant) if meant.working_copy? && record.reserved_by.nil?
          return all.first if meant.version.nil? || meant.working_copy?

          all.find { |one| one.number == meant.version } || raise(missing(meant))
        end

        # {id of a record => its newest version}
        def newest(ids)
          rows = Store::Version.where(record_id: ids).exclude(kind: CERTIFICATE)
          newest = rows.distinct(:record_id).order(:record_id, Sequel.desc(:number))
          newest.eager(:creator).all.to_h { |row| [row.record_id, row] }
        end

        def common(id, type, name, made)
          {
            "cmis:objectId" => id.to_s,
            "cmis:baseTypeId" => id.folder? ? TYPES::FOLDER : TYPES::DOCUMENT,
            "cmis:objectTypeId" => type,
            "cmis:name" => name,
            "cmis:createdBy" => nil,
            "cmis:creationDate" => made,
            "cmis:lastModifiedBy" => nil,
            "cmis:lastModificationDate" => made,
            "cmis:changeToken" => nil
          }
        end

        def standing(version, latest, working_copy)
          {
            "cmis:isImmutable" => false,
            "cmis:isLatestVersion" => latest,
            "cmis:isMajorVersion" => true,
            "cmis:isLatestMajorVersion" => latest,
            "cmis:isPrivateWorkingCopy" => working_copy,
            "cmis:versionLabel" => version.number.to_s
          }
        end

        def held(record)
          holder = record.holder
          {
            "cmis:changeToken" => record.edits.to_s,
            "cmis:versionSeriesId" => record.number,
            "cmis:isVersionSeriesCheckedOut" => !holder.nil?,
            "cmis:versionSeriesCheckedOutBy" => holder&.email&.to_s,
            "cmis:versionSeriesCheckedOutId" => (ID.version(record.number, :pwc).to_s if holder),
            "js:number" => record.number,
            "js:state" => record.docket_state || "none",
            "js:docket" => record.particulars["docket_number"]
          }
        end

        # What somebody typed; what the system kept is no comment.
        def comment(version)
          told = Core::Problem.read(version.why.to_s)
          told.is_a?(String) ? told : ""
        end

        def stream(version)
          {
            "cmis:contentStreamLength" => version.size_bytes,
            "cmis:contentStreamMimeType" => Core::Documents::Media.mime(version.media),
            "cmis:contentStreamFileName" => version.file_name,
            "cmis:contentStreamId" => version.sha256,
            "js:sha256" => version.sha256
          }
        end

        def particulars(record)
          definition = record.record_class.definition(record.class_version)
          definition.fetch("particulars", []).to_h do |item|
            [TYPES.property(item["name"]), value(item, record.particulars[item["name"]])]
          end
        end

        def value(item, kept)
          return kept["name"] if kept.is_a?(Hash)
          return kept if kept.nil? || kept == true || kept == false

          case TYPES.property_type(item["type"])
          when "decimal" then BigDecimal(kept.to_s)
          when "datetime" then Time.iso8601(kept.to_s.length > 10 ? kept : "#{kept}T00:00:00Z")
          when "boolean" then kept == "yes"
          else kept.is_a?(Array) ? kept.join(", ") : kept.to_s
          end
        rescue ArgumentError
          nil
        end
      end
    end
  end
end
