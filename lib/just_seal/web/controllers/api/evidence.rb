# frozen_string_literal: true

module JustSeal
  module Web
    class Api < Base
      # What proves and what was asked: entries of the ledger, proofs, checks of files, inquiries.
      module Evidence
        extend RouteSet

        # The chain of a docket, as it is hashed.
        get "/dockets/:number/entries" do
          scope!("read")
          rows, result = Queries::LedgerProof.whole(find_docket.number)
          apart = Queries::LedgerProof.apart(find_docket.number)
          items = rows.map.with_index(1) do |(body, hash), seq|
            { "body" => body, "hash" => hash, **apart.fetch(seq, {}) }
          end
          json "holds" => result.holds?, "items" => items
        end

        get "/dockets/:number/entries/:seq/proof" do
          scope!("read")
          json Queries::LedgerProof.entry(find_docket.number, params["seq"].to_i)
        end

        # Whether a file is what was sealed; it is not kept.
        post "/check" do
          scope!("read")
          bytes = file[:bytes]
          asked = { **office.accepted, at: office.now }
          kind = bytes.start_with?("PK") ? Core::Bundle::Check : Core::Pdf::Check
          report = Ports::Confined.call { kind.call(bytes, **asked) }
          json(
            "verdict" => report.verdict.to_s,
            "sha256" => Digest::SHA256.hexdigest(bytes),
            "findings" => report.findings.map(&:to_kept)
          )
        end

        get "/inquiries" do
          scope!("read")
          inquiries!
          page = Queries::InquiryList.page(said("after"))
          page_of(page.rows.map { |row| Queries::ApiShapes.inquiry(row) }, page.next_key&.to_s)
        end

        get "/inquiries/:number" do
          scope!("read")
          inquiries!
          row = Queries::Lookup.inquiry(params["number"]) ||
            raise(Errors::Missing.new(:no_inquiry, number: params["number"]))
          json Queries::ApiShapes.inquiry(row).merge("answers" => Queries::ApiShapes.answers(row))
        end

        private

        def inquiries!
          raise Errors::Forbidden, :role_forbids unless may?(:see_inquiries)
        end
      end
    end
  end
end
