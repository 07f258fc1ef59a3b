# frozen_string_literal: true

module JustSeal
  module Store
    # Somebody who has to act on a docket, or to receive it.
    class Party < Sequel::Model(:parties)
      # Z before AA.
      IN_ORDER = [Sequel.function(:length, Sequel[:parties][:letter]), Sequel[:parties][:letter]].freeze

      many_to_one :docket, class: "JustSeal::Store::Docket"
      one_to_many :proofs, class: "JustSeal::Store::Proof", order: :proved_at, conditions: { void: false }
      one_to_many :fields, class: "JustSeal::Store::Field", order: :id

      many_to_one :group, class: "JustSeal::Store::Group"
      one_to_many :members, class: "JustSeal::Store::PartyMember", order: :id

      # Store::DocketFile of the visit in which it acted.
      def files_brought
        Store::DocketFile.where(field_id: fields.map(&:id), visit_id: acted_visit_id).order(:id).all
      end

      # Proofs of the visit in which it acted; until then of its newest one, or what staff recorded beside any. Whoever
      # signed on paper proved nothing in a visit that counts.
      def proofs_in_force
        return proofs.select { |proof| proof.facts.to_h.key?("paper") } if paper

        newest = acted_visit_id || proofs.filter_map(&:visit_id).max
        proofs.select { |proof| proof.visit_id == newest }
      end

      def staff? = kind == "staff"
      # Is it still open who of the group it will be?
      def group? = kind == "group"

      # Is +actor+ (of the staff) the party, or one of those who may take it on or were asked to?
      def seated?(actor)
        own = account_id == actor.id || members.any? { |member| member.account_id == actor.id }
        own || (group? && group.seats.any? { |seat| seat[:account_id] == actor.id })
      end

      # What it does, and by which way where that is not the screen.
      def way = paper ? "#{act}_on_paper" : act

      dataset_module { def in_order = order(*IN_ORDER) }

      # Who gets its mails.
      def addressees = group? ? members : [self]

      # By which it is written to, see Core::Dockets::Channels. Staff and groups have mail addresses.
      def channels
        return %w[mail] unless kind == "outside"

        Core::Dockets::Channels.of(email: email, telephone: telephone, also_text: also_text)
      end

      # Is it one person who can be written to?
      def reachable? = !group? && channels.any?

      # Where messages go by +channel+.
      def place(channel) = channel == "text" ? telephone : email

      # {"email" and "telephone" => where its messages go}, as entries tell it.
      def reached_at
        { "email" => email, "telephone" => (telephone if channels.include?("text")) }.compact
      end

      # Where it is written to, as others see it: the mail address, or else enough of the telephone number to know it
      # by.
      def shown_address = email.empty? ? Core::Contacts::Telephone.masked(telephone) : email

      def same_address?(address)
        !email.empty? && Core::Dockets::Address.normal(email) == Core::Dockets::Address.normal(address.to_s)
      end

      # Its fields on +document+ (Store::DocketDocument), as Core::Fields::FieldPlacement.
      def spots_on(document)
        rows = document.fields_dataset.where(party_id: id).order(:id)
        rows.map { |field| field.spot(letter, document.position) }
      end

      # What Core::Dockets::Reminders wants to know.
      def reminding(docket)
        Core::Dockets::Reminders::Plan.new(
          invited_at: invited_at,
          reminded_at: reminded_at,
          after_days: docket.remind_after_days,
          every_days: docket.remind_every_days,
          before_days: docket.remind_before_days
        )
      end

      # What Core::Dockets::Turns wants to know.
      def seat = Core::Dockets::Turns::Seat.new(id: id, turn: turn, state: state, act: act)
    end
  end
end
