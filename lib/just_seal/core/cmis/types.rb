# frozen_string_literal: true

module JustSeal
  module Core
    module Cmis
      # The types of the repository (CMIS 1.1, 2.1.3): folders, documents, and a type beneath documents for each record
      # class, whose particulars are its properties.
      module Types
        DOCUMENT = "cmis:document"
        FOLDER = "cmis:folder"
        PREFIX = "js:"
        # id => [type of the property, can it be updated, can it be asked for]
        COMMON = {
          "cmis:objectId" => ["id", false, true],
          "cmis:baseTypeId" => ["id", false, false],
          "cmis:objectTypeId" => ["id", false, true],
          "cmis:name" => ["string", true, true],
          "cmis:createdBy" => ["string", false, true],
          "cmis:creationDate" => ["datetime", false, true],
          "cmis:lastModifiedBy" => ["string", false, false],
          "cmis:lastModificationDate" => ["datetime", false, false],
          "cmis:changeToken" => ["string", false, false]
        }.freeze
        OF_FOLDERS = {
          "cmis:parentId" => ["id", false, false],
          "cmis:path" => ["string", false, false],
          "js:code" => ["string", false, true]
        }.freeze
        OF_DOCUMENTS = {
          "cmis:isImmutable" => ["boolean", false, false],
          "cmis:isLatestVersion" => ["boolean", false, false],
          "cmis:isMajorVersion" => ["boolean", false, false],
          "cmis:isLatestMajorVersion" => ["boolean", false, false],
          "cmis:isPrivateWorkingCopy" => ["boolean", false, false],
          "cmis:versionLabel" => ["string", false, false],
          "cmis:versionSeriesId" => ["id", false, false],
          "cmis:isVersionSeriesCheckedOut" => ["boolean", false, false],
          "cmis:versionSeriesCheckedOutBy" => ["string", false, false],
          "cmis:versionSeriesCheckedOutId" => ["id", false, false],
          "cmis:checkinComment" => ["string", false, false],
          "cmis:contentStreamLength" => ["integer", false, false],
          "cmis:contentStreamMimeType" => ["string", false, false],
          "cmis:contentStreamFileName" => ["string", false, false],
          "cmis:contentStreamId" => ["id", false, false],
          "js:number" => ["string", false, true],
          "js:state" => ["string", false, true],
          "js:sha256" => ["string", false, false],
          "js:docket" => ["string", false, false]
        }.freeze
        # type of a particular => of a property
        PROPERTIES = { "date" => "datetime", "datetime" => "datetime", "yes_no" => "boolean" }.freeze
        DECIMAL = %w[number money].freeze

        module_function

        def of_class(code) = "#{PREFIX}#{code}"
        def class_of(id) = id.to_s.start_with?(PREFIX) ? id.delete_prefix(PREFIX) : nil
        def property(name) = "#{PREFIX}#{name}"
        def particular(id) = id.to_s.start_with?(PREFIX) ? id.delete_prefix(PREFIX) : nil

        # The type of the property of a particular of +type+.
        def property_type(type) = DECIMAL.include?(type) ? "decimal" : PROPERTIES.fetch(type, "string")

        # The definition of a base type. +id+: DOCUMENT or FOLDER.
        def base(id)
          own = id == FOLDER ? OF_FOLDERS : OF_DOCUMENTS
          properties = COMMON.merge(own).to_h { |name, said| [name, definition(name, *said)] }
          whole(id, id, nil, id.delete_prefix("cmis:"), properties, creatable: id == FOLDER)
        end

        # That of a record class. +items+: its particulars.
        def record_class(code, title, items)
          own = items.to_h do |item|
            name = property(item["name"])
            said = definition(name, property_type(item["type"]), true, true, label: item["label"])
            [name, said.merge("required" => item["required"] == true)]
          end
          properties = base(DOCUMENT)["propertyDefinitions"].merge(own)
          whole(of_class(code), DOCUMENT, DOCUMENT, title, properties, creatable: true)
        end

        def whole(id, base, parent, title, properties, creatable:)
          document = base == DOCUMENT
          {
            "id" => id,
            "localName" => id,
            "localNamespace" => "",
            "queryName" => id,
            "displayName" => title,
            "description" => title,
            "baseId" => base,
            "parentId" => parent,
            "creatable" => creatable,
            "fileable" => true,
            "queryable" => true,
            "fulltextIndexed" => document,
            "includedInSupertypeQuery" => true,
            "controllablePolicy" => false,
            "controllableACL" => false,
            "typeMutability" => { "create" => false, "update" => false, "delete" => false },
            "propertyDefinitions" => properties,
            **(document ? { "versionable" => true, "contentStreamAllowed" => "required" } : {})
          }.compact
        end

        def definition(name, type, updatable, queryable, label: name)
          {
            "id" => name,
            "localName" => name,
            "queryName" => name,
            "displayName" => label,
            "description" => label,
            "propertyType" => type,
            "cardinality" => "single",
            "updatability" => updatable ? "readwrite" : "readonly",
            "inherited" => false,
            "required" => false,
            "queryable" => queryable,
            "orderable" => queryable
          }
        end
      end
    end
  end
end
