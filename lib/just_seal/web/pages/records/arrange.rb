# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Records
        # The pages of a record, to be put in order, turned, taken out, joined or taken apart.
        class Arrange < Page
          attr_reader :record

          # +papers+: [[Store::Record, Store::Version], ...], the record's own first; +title+: typed for a record apart.
          def initialize(context, record, papers:, title: nil, problems: {})
            super(context)
            @record = record
            @papers = papers
            @title = title
            @problems = problems
          end

          def place = :records
          def title = t(".window", title: record.title)
          def scripts = %w[pages/arrange]
          def path = record_step_path(record, :pages)
          def fetched = papers.map { |one| one[:file] }
          def new_title = @title || t(".part_of", title: record.title)
          def refusal = problems["places"] || problems["conflict"]
          def given = { papers: papers }

          private

          def papers
            @papers.map do |one, version|
              file = version_file_path(one, version.number, inline: 1)
              { record: one.number, version: version.number, title: one.title, file: file }
            end
          end
        end
      end
    end
  end
end
