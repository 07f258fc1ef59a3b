# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Intakes
        # One file of an intake: what was found in it, and what it is to be kept with.
        class FileRow < Page
          include IntakeWords

          STATE_TONES = { "unfit" => "bad strong", "kept" => "sealed strong", "waiting" => "out" }.freeze
          # Problems that may be gone at another try.
          PASSING = %w[conversion_slow conversion_failed flattening_failed].freeze

          attr_reader :file, :twin

          # +page+: Show; +twin+: a Store::Version that holds the same bytes, or nil.
          def initialize(context, file, page:, twin:)
            super(context)
            @file = file
            @page = page
            @twin = twin
          end

          def kept? = file.state == "kept"
          def ready? = file.state == "ready"
          def tone = STATE_TONES.fetch(file.state, "faded")
          def state = file_state(file)
          def findings = finding_lines(file.findings.to_a)
          def scan? = file.kind == "scan" && ready?
          def open? = @page.intake.ended_at.nil?
          def pdf_path = "#{@page.files_path}/#{file.id}/pdf"
          def looks? = file.pdf_sha256 && ready?
          def flattens? = flatten_helps?(file)
          def tries_again? = file.state == "unfit" && PASSING.include?(file.problem)
          def excludes? = !@page.template?
          def describes? = ready? && !@page.template? && open?
          def several? = @page.several?
          def label = t(several? ? ".title" : ".title_of_record")
          def record_title = form.title(file)

          def title_problem
            @page.problems["files.#{file.id}.title"] || (@page.problems["title"] unless several?)
          end

          # [[item, value, problem], ...] of the particulars in which this file differs from the others.
          def differing
            differing_items.map { |item| field(item.merge("default" => nil, "help" => nil), item) }
          end

          # The same for the others, where it does not differ yet.
          def others
            other_items.map { |item| field(item.merge("required" => true, "default" => nil, "help" => nil), item, "") }
          end

          def others_open? = other_items.any? { |item| problem(item) }

          # Which particulars were read from the file, and should be looked at.
          def read_words
            read = differing_items.select { |item| form.own(file, item["name"]).last == :read }
            return if read.empty?

            t(".read", count: read.size, names: list(read.map { |item| item["label"].downcase }).capitalize)
          end

          def prefix = "own[#{file.id}]"

          def twin_words
            t("records.show.twin_html", record: twin_link, version: twin.number, title: twin.record.title)
          end

          private

          def form = @page.form
          def differing_items = @differing_items ||= items.empty? ? [] : form.differing(file)
          def other_items = @other_items ||= items - differing_items
          # Until the class is chosen, none.
          def items = @page.intake.class_open? ? [] : @page.intake.record_class.particulars.to_a
          def problem(item) = @page.problems["files.#{file.id}.particulars.#{item["name"]}"]
          def field(shown, item, value = form.own(file, item["name"]).first.to_s) = [shown, value, problem(item)]

          def twin_link
            number = SafeHtml.escape(twin.record.number)
            SafeHtml.new(%(<a class="mono" href="#{record_path(twin.record)}">#{number}</a>))
          end
        end
      end
    end
  end
end
