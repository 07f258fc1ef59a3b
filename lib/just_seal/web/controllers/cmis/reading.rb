# frozen_string_literal: true

module JustSeal
  module Web
    class Cmis < Base
      # Objects: looked at, with what lies in them, their versions and their bytes.
      module Reading
        extend RouteSet

        CERTIFICATE = "certificate"
        # cmisselector => what answers it
        SELECTORS = {
          "object" => :object,
          "properties" => :properties,
          "children" => :children,
          "content" => :content,
          "parent" => :parent,
          "parents" => :parents,
          "versions" => :versions,
          "allowableActions" => :allowed,
          "renditions" => :renditions
        }.freeze

        get("/office/root") { read_object }
        get("/office/root/*") { read_object }

        private

        # By its id, or else by the path.
        def named
          return objects.find(params["objectId"]) if params["objectId"]

          objects.at(Array(params["splat"]).join("/"))
        end

        def read_object
          scope!("read")
          work = SELECTORS[selector]
          work ? send(work) : not_supported
        end

        def object = told(newest_if_asked(named))
        def properties = json(shape.properties(named))
        def parent = told(objects.parent(named) || raise(Errors::Missing.new(:no_object, id: "parent")))
        def versions = json(objects.versions(document.row).map { |one| shape.object(one) })
        def allowed = json(shape.allowed(named))

        # What is meant where nothing is said: of a folder what lies in it, of a document its bytes.
        def selector
          said = params["cmisselector"].to_s
          return said unless said.empty?

          named.folder? ? "children" : "content"
        end

        def document
          one = named
          one.folder? ? raise(Errors::Missing.new(:no_object, id: one.id.to_s)) : one
        end

        def newest_if_asked(one)
          params["major"] || params["returnVersion"].to_s.start_with?("latest") ? objects.find(one.id.number.to_s) : one
        end

        def children
          found, count = objects.children(named, skip: skip, most: most)
          json shape.in_folder(found, count, skip, actions: actions?)
        end

        def parents
          above = objects.parent(named)
          json(above ? [{ "object" => shape.object(above) }] : [])
        end

        def content
          one = document
          version = params["streamId"] == CERTIFICATE ? objects.certificate(one.row) : one.version
          raise Errors::Missing.new(:no_object, id: CERTIFICATE) unless version

          bytes = Operations::NoteDownload.call(actor, version: version, read: false)
          content_type Core::Documents::Media.mime(version.media)
          attachment version.file_name
          bytes
        end

        # The certificate of what was sealed.
        def renditions
          version = objects.certificate(document.row)
          list = [version].compact.map do |one|
            {
              "streamId" => CERTIFICATE,
              "mimeType" => Core::Documents::Media.mime(one.media),
              "length" => one.size_bytes,
              "kind" => "js:certificate",
              "title" => one.file_name
            }
          end
          json list
        end
      end
    end
  end
end
