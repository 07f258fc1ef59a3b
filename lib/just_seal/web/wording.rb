# frozen_string_literal: true

module JustSeal
  module Web
    # The words that pages use for what the core says in symbols.
    module Wording
      DOCKET_STATES = { "draft" => "Draft", "out" => "Out", "sealed" => "Sealed", "refused" => "Refused", "withdrawn" => "Withdrawn",
                        "lapsed" => "Lapsed" }.freeze
      PARTY_STATES = { "waiting" => "Waiting", "invited" => "Invited", "opened" => "Opened", "proved" => "Proved", "done" => "Done",
                       "refused" => "Refused", "passed_on" => "Passed on" }.freeze
      WANTED = { "sign" => "to sign", "approve" => "to approve", "acknowledge" => "to acknowledge", "receive" => "to receive a copy" }.freeze
      ACTS = { "sign" => "signs", "approve" => "approves", "acknowledge" => "acknowledges", "receive" => "receives a copy" }.freeze
      DONE = { "sign" => "signed", "approve" => "approved", "acknowledge" => "acknowledged" }.freeze
      METHODS = { "link" => "personal link", "account" => "staff account" }.freeze
      VERSION_KINDS = { "captured" => "Captured", "revised" => "Revised", "converted" => "Converted", "flattened" => "Flattened", "sealed" => "Sealed",
                        "scan" => "Scan", "certificate" => "Seal certificate" }.freeze

      READINESS = {
        no_party: "Nobody is asked to act yet.",
        party_without_name: "Party %<party>s has no name.",
        address_wrong: "The address of party %<party>s is missing or not a mail address.",
        no_signature_field: "%<name>s (%<party>s) has no signature field.",
        address_resembles: "%<address>s is not known here. Did you mean %<meant>s?",
        staff_as_outside: "%<name>s (%<party>s) is a member of staff, but is asked as somebody outside. Choose them as staff, so that they sign by their account.",
        same_name_twice: "%<name>s stands there twice, with two addresses. Is that meant?",
        same_address_twice: "Two parties have the same address, %<address>s. Is that meant?",
        name_not_printable: "The name of party %<party>s has characters that can't be written into the document: %<characters>s",
        newer_version: "There is a newer version of the document, %<number>d, than the one that is to be sent.",
        being_revised: "%<name>s has the record for revision: a newer version may be on its way.",
        unknown_mark: "The message has marks that mean nothing: %<marks>s. There are {{#{Core::Dockets::WordingMarks::NAMES.join('}}, {{')}}}.",
        no_deadline: "There is no deadline.",
        deadline_past: "The deadline has passed.",
        deadline_short: "The deadline is less than a day away.",
        field_off_page: "%<field>s reaches beyond the edge of page %<page>d.",
        fields_overlap: "%<one>s and %<two>s overlap on page %<page>d.",
        field_of_nobody: "%<field>s on page %<page>d belongs to nobody."
      }.freeze

      ENTRIES = {
        "docket.drafted" => "drafted the docket from %<record>s, version %<version>s", "docket.edited" => "saved who acts and by when",
        "docket.fields_placed" => "placed %<fields>s fields", "docket.sent" => "sent the docket", "party.invited" => "invited %<party>s",
        "message.delivered" => "delivered a mail to %<to>s", "party.opened" => "opened the signing room", "party.proved" => "proved identity by %<method>s, level %<level>s",
        "party.consented" => "agreed to sign electronically, text version %<text>s", "party.viewed" => "was shown the document", "party.acted" => "%<done>s, at level %<level>s",
        "party.refused" => "refused: %<reason>s", "docket.completed" => "noted that everybody is done", "docket.sealed" => "sealed the document",
        "docket.filed" => "filed it with %<record>s", "docket.withdrawn" => "withdrew the docket: %<reason>s", "docket.lapsed" => "let the docket lapse",
        "party.reminded" => "reminded %<party>s", "party.corrected" => "corrected the address of %<party>s from %<before>s to %<email>s", "party.replaced" => "put %<name>s in the place of %<party>s",
        "docket.warned" => "warned the sender that it is about to lapse", "docket.deadline_changed" => "changed the deadline",
        "docket.version_changed" => "put version %<version>s of the document in",
        "document.downloaded" => "downloaded the %<kind>s version", "record.captured" => "captured it in %<case_file>s", "record.corrected" => "corrected %<changed>s",
        "record.moved" => "moved it from %<from>s to %<to>s", "record.taken" => "took it for revision", "record.freed" => "freed it from %<from>s",
        "record.revised" => "brought it back: %<why>s"
      }.freeze

      # One Readiness::Point as a sentence.
      def readiness(point) = format(READINESS.fetch(point.reason), { party: point.party }.merge(point.facts))

      # What a ledger entry tells, after its actor's name. +entry+: parsed body.
      def entry_text(entry)
        facts = entry["facts"].transform_keys(&:to_sym)
        facts[:method] = METHODS.fetch(facts[:method], facts[:method]) if facts[:method]
        facts[:done] = DONE.fetch(facts[:act], "acted") if entry["kind"] == "party.acted"
        facts[:changed] = facts[:changed].map { |name| name.tr("_", " ") }.join(", ") if facts[:changed]
        format(ENTRIES.fetch(entry["kind"], entry["kind"]), facts)
      end

      # Where a docket stands, in a sentence without its full stop. +parties+: its Store::Party rows.
      def standing(docket, parties)
        case docket.state
        when "draft" then "Draft, not sent yet"
        when "out" then waiting_for(docket, parties)
        when "sealed" then "Sealed on #{day(docket.ended_at)}"
        when "refused" then "Refused by #{parties.find { |party| party.state == 'refused' }&.name}"
        when "withdrawn" then "Withdrawn on #{day(docket.ended_at)}"
        else "Lapsed on #{day(docket.ended_at)}"
        end
      end

      def waiting_for(docket, parties)
        open = parties.select { |party| Core::Dockets::States::MAY_ACT.include?(party.state) }
        return "Everybody is done; it is being sealed" if open.empty?

        "Waits for #{open.map(&:name).join(' and ')} until #{day(docket.deadline)}"
      end

      # The class that colours a state: out, sealed, refused, late or plain.
      def tone(docket)
        return "late" if docket.state == "out" && docket.deadline - office.now < 2 * 86_400

        { "out" => "out", "sealed" => "sealed", "refused" => "bad", "lapsed" => "bad", "withdrawn" => "plain",
          "draft" => "plain" }.fetch(docket.state)
      end

      # What a party reads when there is nothing left for it to do.
      def room_heading(docket, party)
        return "You have #{DONE.fetch(party.act, 'signed')}" if party.state == "done"
        return "You have refused" if party.state == "refused"

        { "withdrawn" => "The sender took this docket back", "lapsed" => "The time to sign has run out", "refused" => "Somebody else refused to sign",
          "out" => "It is not your turn yet" }.fetch(docket.state, "Nothing is left to do")
      end

      def room_lines(docket, party, parties)
        lines = []
        lines << "You #{DONE.fetch(party.act, 'signed')} on #{day(party.acted_at,
          '%-d %B %Y at %H:%M')}. This link has served its purpose and opens the document no more." if party.acted_at
        lines << "You said: “#{party.refused_because}”. #{docket.owner.name} has been told." if party.refused_because
        lines << { "sealed" => "Everybody is done and the document is sealed. Your copy is in the mail.",
                   "out" => "#{waiting_for(docket, parties)}. When all is done, your copy comes by mail." }[docket.state]
        lines << "#{docket.owner.name} of #{office.settings.office} can tell you more." if docket.ended_at && docket.state != "sealed"
        lines.compact
      end

      def layer_name(layer, letter)
        case layer.kind
        when :certification then "Document as sent"
        when :act then "#{layer.by} (#{letter}) signed"
        when :proofs then "Proofs for later checking"
        when :archive then "Archive time-stamp"
        when :original then "Unsigned document"
        else "Something added on top"
        end
      end

      def layer_when(layer)
        signature = layer.signature or return { proofs: "certificates, revocation answers" }.fetch(layer.kind, "by nobody known")
        time = signature.time ? office.zone.to_local(signature.time).strftime("%-d %b %Y, %H:%M:%S") : "no time"
        [time, (signature.level && "level #{signature.level}"),
("certified by #{signature.certificate_name}" if layer.kind == :certification)].compact.join(", ")
      end

      def layer_judgement(layer)
        return "not covered by any signature" if layer.kind == :foreign || layer.kind == :original
        return "not allowed" unless layer.allowed?
        return "signature broken" if layer.signature && !layer.signature.valid?

        { certification: "certified: only filling in and signing allowed",
          archive: "covers all #{bytes(layer.last)} bytes" }.fetch(layer.kind, "allowed")
      end

      # The answer of a check in a sentence.
      def report_lead(report, filed)
        return "It is, byte for byte, the #{filed.kind == 'sealed' ? 'sealed document' : 'seal certificate'} of docket #{filed.docket_number}, and every signature holds." if filed && report.verdict == :intact

        { intact: "Every signature holds, and nothing was changed since.", altered: "Something was changed after it was signed. Ask for the document again from where it was filed.",
          untrusted: "What it says of itself can’t be relied on here.", unreadable: "There is nothing in it that could be judged." }.fetch(report.verdict)
      end

      # One default party of a class or case file. +items+: {name => item}.
      def default_party(party, items)
        case party["source"]
        when "particular" then "whoever stands under “#{items.dig(party['ref'], 'label') || party['ref']}”"
        when "contact" then Store::Contact[party["ref"]]&.name || "a contact that is no more"
        else Store::Account[party["ref"]]&.name || "somebody who has left"
        end
      end

      # The head of a column by which a list of records can be sorted.
      def sort_head(filters, key, label, tone = nil)
        order = filters.order
        active = order.name == key
        down = active ? !order.descending : key == "captured"
        state = active ? %( aria-sort="#{order.descending ? 'descending' : 'ascending'}") : ""
        href = Rack::Utils.escape_html("/records?#{filters.query(sort: key, direction: down ? 'down' : 'up')}")
        %(<th class="#{tone}"#{state}><a class="sorts" href="#{href}">#{Rack::Utils.escape_html(label)}</a></th>)
      end

      def party_tone(state) = { "done" => "sealed", "refused" => "bad", "waiting" => "plain" }.fetch(state, "out")
    end
  end
end
