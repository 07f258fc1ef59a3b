# frozen_string_literal: true

module JustSeal
  module Web
    class Cmis < Base
      # The repository itself: what it is, its types, what is found in it and what changed.
      module Repository
        extend RouteSet

        CAPABILITIES = {
          "capabilityACL" => "none",
          "capabilityAllVersionsSearchable" => false,
          "capabilityChanges" => "objectidsonly",
          "capabilityContentStreamUpdatability" => "pwconly",
          "capabilityGetDescendants" => false,
          "capabilityGetFolderTree" => false,
          "capabilityJoin" => "none",
          "capabilityMultifiling" => false,
          "capabilityOrderBy" => "common",
          "capabilityPWCSearchable" => false,
          "capabilityPWCUpdatable" => true,
          "capabilityQuery" => "bothcombined",
          "capabilityRenditions" => "read",
          "capabilityUnfiling" => false,
          "capabilityVersionSpecificFiling" => false
        }.freeze

        get "" do
          scope!("read")
          json CmisShape::REPOSITORY => about
        end

        get "/office" do
          scope!("read")
          case params["cmisselector"].to_s
          when "", "repositoryInfo" then json CmisShape::REPOSITORY => about
          when "typeDefinition" then json type_definition(text_param("typeId"))
          when "typeChildren" then type_children
          when "typeDescendants" then json types_beneath(text_param("typeId"))
          when "query" then query(text_param("q"))
          when "contentChanges" then content_changes
          when "checkedOut", "checkedout" then checked_out
          else not_supported
          end
        end

        post "/office" do
          scope!("read")
          params["cmisaction"] == "query" ? query(text_param("statement")) : not_supported
        end

        private

        def address = "#{office.settings.address}/cmis/office"

        def about
          {
            "repositoryId" => CmisShape::REPOSITORY,
            "repositoryName" => office.name,
            "repositoryDescription" => office.name,
            "vendorName" => VENDOR,
            "productName" => VENDOR,
            "productVersion" => "1",
            "rootFolderId" => OBJECTS::ID.root.to_s,
            "cmisVersionSupported" => "1.1",
            "latestChangeLogToken" => Queries::Cmis::Changes.newest,
            "changesIncomplete" => false,
            "changesOnType" => ["cmis:document"],
            "principalIdAnonymous" => "",
            "principalIdAnyone" => "",
            "capabilities" => CAPABILITIES,
            "repositoryUrl" => address,
            "rootFolderUrl" => "#{address}/root"
          }
        end

        def type_definition(id)
          return OBJECTS::TYPES.base(id) if [OBJECTS::TYPES::DOCUMENT, OBJECTS::TYPES::FOLDER].include?(id)

          row = Queries::Lookup.record_class(OBJECTS::TYPES.class_of(id).to_s) ||
            raise(Errors::Missing.new(:no_object, id: id))
          of_class(row)
        end

        def of_class(row) = OBJECTS::TYPES.record_class(row.code, row.title, row.particulars.to_a)

        def children_of_type(id)
          case id
          when "" then [OBJECTS::TYPES::DOCUMENT, OBJECTS::TYPES::FOLDER].map { |one| OBJECTS::TYPES.base(one) }
          when OBJECTS::TYPES::DOCUMENT then Queries::Choices.classes.map { |row| of_class(row) }
          else []
          end
        end

        def type_children
          all = children_of_type(text_param("typeId"))
          told = if params["includePropertyDefinitions"] == "true"
            all
          else
            all.map do |one|
              one.except("propertyDefinitions")
            end
          end
          shown = told.drop(skip).first(most)
          json "types" => shown, "hasMoreItems" => skip + shown.size < all.size, "numItems" => all.size
        end

        def types_beneath(id)
          children_of_type(id).map { |one| { "type" => one, "children" => types_beneath(one["id"]) } }
        end

        def query(text)
          asked = Core::Cmis::Statement.read(text)
          found, count = Queries::Cmis::Find.new(asked, sight: sight).page(skip: skip, most: most)
          only = asked.columns.empty? ? nil : asked.columns
          json CmisShape.new(account: account, succinct: params["succinct"] == "true", only: only).found(
            found,
            count,
            skip
          )
        end

        def content_changes
          found, token, more = Queries::Cmis::Changes.page(sight, after: text_param("changeLogToken"), most: most)
          objects = found.map do |one|
            ids = { "cmis:objectId" => one.number }
            change = { "changeType" => one.kind, "changeTime" => (one.at.to_r * 1000).to_i }
            { "succinctProperties" => ids, "changeEventInfo" => change }
          end
          json "objects" => objects, "hasMoreItems" => more, "numItems" => objects.size, "changeLogToken" => token
        end

        # What whoever asks has taken.
        def checked_out
          taken = sight.records.where(reserved_by: account.id)
          count = taken.count
          found = taken.order(:number).limit(most).offset(skip).map { |row| objects.find("#{row.number};pwc") }
          json(
            "objects" => found.map { |one| shape.object(one) },
            "hasMoreItems" => skip + found.size < count,
            "numItems" => count
          )
        end
      end
    end
  end
end
