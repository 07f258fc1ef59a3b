# frozen_string_literal: true

require "hexapdf"

module JustSeal
  module Core
    module Pdf
      # Inspects a PDF before it can be sent: can it be read and sealed, and does it hold what can change its look or
      # act by itself?
      module Intake
        MAX_BYTES = 50 * 1024 * 1024
        MAX_PAGES = 300

        # code => severity. What :blocks can't be taken; what is to be flattened can be taken as a flattened copy; of
        # the rest is warned, or it is merely told.
        SEVERITIES = {
          empty: :blocks,
          too_large: :blocks,
          not_a_pdf: :blocks,
          damaged: :blocks,
          encrypted: :blocks,
          no_pages: :blocks,
          too_many_pages: :blocks,
          external_content: :blocks,
          xfa_dynamic: :blocks,
          active_content: :flatten,
          signed_before: :flatten,
          xfa: :flatten,
          embedded_media: :flatten,
          hidden_layers: :flatten,
          displaced: :flatten,
          read_differently: :flatten,
          layers: :warns,
          fonts_missing: :warns,
          attachments: :warns,
          form_fields: :warns,
          not_scanned: :warns,
          read_surely: :warns,
          read_doubtfully: :warns,
          archival_not: :warns,
          archival: :tells
        }.freeze
        # Warnings that a flattened copy would be rid of.
        FLATTENED_AWAY = %i[layers fonts_missing attachments form_fields].freeze

        # +code+: key of SEVERITIES; +page+: from 1, nil for the whole file; +facts+: {name => value}.
        Finding = Value.of(:code, :page, :facts) do
          # As it is kept with a version: {"code" =>, "page" =>, "facts" =>}.
          def kept
            { "code" => code.to_s, "page" => page, "facts" => facts.to_h.transform_keys(&:to_s) }.compact
          end

          def severity = SEVERITIES.fetch(code)
          def archival? = code.start_with?("archival")
          def harmless? = %i[warns tells].include?(severity)
          def flattening_helps? = severity == :flatten || FLATTENED_AWAY.include?(code)
        end

        # +pages+: number; +page_sizes+: [[width, height], ...] in points; +findings+: the gravest first; +scan+: is
        # every page a picture without text?
        Result = Value.of(:pages, :page_sizes, :findings, :scan) do
          # The code of what keeps the file from being taken as it is, or :valid.
          def problem = findings.find { |finding| !finding.harmless? }&.code || :valid
          def valid? = problem == :valid

          # Is all that keeps it from being taken that it is signed?
          def signed?
            problem == :signed_before && findings.all? { |one| one.code == problem || one.harmless? }
          end

          # Would a flattened copy be taken?
          def flattening_helps?
            findings.none? { |finding| finding.severity == :blocks } && findings.any?(&:flattening_helps?)
          end
        end

        module_function

        def call(bytes)
          return refused(:empty) if bytes.empty?
          return refused(:too_large) if bytes.bytesize > MAX_BYTES
          return refused(:not_a_pdf) unless bytes.byteslice(0, Check::HEADER_BYTES).b.match?(Check::HEADER)

          doc = Signing.open(bytes)
          result = look(doc)
          return more(result, :displaced) unless bytes.start_with?("%PDF-")

          Readings.new(bytes, doc).differ? ? more(result, :read_differently) : result
        rescue HexaPDF::EncryptionError
          refused(:encrypted)
        rescue *Check::LIBRARY_FAULTS, SystemStackError
          refused(:damaged)
        end

        # +doc+: HexaPDF::Document.
        def look(doc)
          return refused(:encrypted) if doc.encrypted?

          sizes = doc.pages.map { |page| size(page.box(:media)) }
          return refused(:no_pages) if sizes.empty?
          return refused(:too_many_pages, pages: sizes.size) if sizes.size > MAX_PAGES

          inside = Inside.new(doc)
          Result.new(pages: sizes.size, page_sizes: sizes, findings: sorted(inside.findings.uniq), scan: inside.scan?)
        end

        def size(box) = [box.width.to_f.round(2), box.height.to_f.round(2)]

        def sorted(findings)
          findings.sort_by do |finding|
            [%i[blocks flatten warns tells].index(finding.severity), finding.code, finding.page.to_i]
          end
        end

        # Bytes before the header put every offset in the file wrong; what is signed on top of that, some readers can't
        # follow. What programs read differently shows one thing here, and another elsewhere.
        def more(result, code)
          return result if result.findings.any? { |finding| finding.severity == :blocks }

          result.with(findings: sorted([Finding.new(code: code, facts: {}), *result.findings]))
        end

        def refused(code, pages: 0)
          Result.new(pages: pages, page_sizes: [], findings: [Finding.new(code: code, facts: {})], scan: false)
        end
      end
    end
  end
end
