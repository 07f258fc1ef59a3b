# frozen_string_literal: true

module JustSeal
  module Queries
    # Rows by what an address or a form names them; nil where there is none.
    module Lookup
      module_function

      def record_class(code) = Store::RecordClass.first(code: code.to_s)
      def class_by_id(id) = Store::RecordClass[id]
      def contact(id) = Store::Contact[id.to_i]
      def group(id) = Store::Group[id.to_i]
      def intake(id) = Store::Intake[id.to_i]
      def account(id) = Store::Account[id]
      def account_at(email) = Store::Account.first(email: email.to_s)

      # Who an account is at providers: [Store::SignOnIdentity, ...]
      def identities(account_id) = Store::SignOnIdentity.where(account_id: account_id).order(:id).all

      # Is +account_id+ who +vouched+ (Core::Offices::Vouched) speaks of?
      def signed_on?(account_id, vouched)
        Store::SignOnIdentity.where(account_id: account_id, provider: vouched.provider, subject: vouched.subject).any?
      end

      def staff(id) = Store::Account.exclude(role: "outside").first(id: id.to_i)
      def unit(name) = Store::Unit.live.first(name: name)
      def member(id) = Store::Account.live.first(id: id.to_i)
      def member_by_address(email) = Store::Account.live.first(email: email)
      def inquiry(number) = Store::Inquiry.first(number: number.to_s)
      def docket(number) = Store::Docket.first(number: number)
      def document_template(id, **where) = Store::DocumentTemplate.first(id: id.to_i, **where)
      def live_document_template(id) = Store::DocumentTemplate.live.first(id: id.to_i)

      # The copy on paper with +number+ of +docket+.
      def paper_copy(docket, number) = Store::PaperCopy.first(docket_id: docket.id, number: number)

      # The copy on paper that +party+ has now.
      def paper_of(party) = Store::PaperCopy.live.first(party_id: party.id)

      # The copy on paper of another party for which +party+ waits; nil for none.
      def paper_before(party)
        Store::PaperCopy.live.where(docket_id: party.docket_id, waits: true).exclude(party_id: party.id).first
      end

      # The visit with +handle+, and whose it is.
      def visit(handle) = Store::Visit.where(handle: handle).eager(:link, party: :docket).all.first

      # The open visit of +party+ that one of +secrets+ ({handle => secret}) opens.
      def open_visit(party, secrets, at:)
        visits = Store::Visit.live.where(party_id: party.id, handle: secrets.keys).eager(:link).all
        visits.find { |visit| visit.usable?(at) && visit.opened_by?(secrets[visit.handle]) }
      end
    end
  end
end
