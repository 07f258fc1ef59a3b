# frozen_string_literal: true

module JustSeal
  module Web
    class Rules < Base
      # Document templates of a class.
      module Templates
        extend RouteSet

        include Uploads

        post "/classes/:code/templates" do
          row = find
          template, unknown = Operations::SaveTemplate.call(
            actor,
            record_class: row,
            title: text_param("title"),
            **upload(params["file"])
          )
          marks = unknown.map { |mark| "{{#{mark}}}" }.join(", ")
          key = unknown.empty? ? "template_ready" : "template_unknown"
          told = I18n.t("rules.record_class.#{key}", title: template.title, marks: marks)
          class_page(row, {}, told)
        rescue Errors::Invalid => e
          status 422
          class_page(row, Words.problems(e.problems), nil)
        end

        post "/classes/:code/templates/:id/retire" do
          Operations::SaveTemplate.new.retire(actor, id: params["id"].to_i)
          redirect "/rules/classes/#{find.code}"
        end

        get "/classes/:code/templates/:id/file" do
          template = Queries::Lookup.document_template(params["id"], record_class_id: find.id) ||
            raise(Errors::Missing, :no_such_template)
          content_type Core::Documents::Media.mime(template.media)
          attachment template.file_name
          office.blobs.get(template.sha256)
        end
      end
    end
  end
end
