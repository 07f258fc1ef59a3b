# frozen_string_literal: true

module JustSeal
  module Web
    # The words that pages use for what the core says in symbols.
    module Wording
      DOCKET_STATES = {
        "draft" => "Draft",
        "out" => "Out",
        "sealed" => "Sealed",
        "refused" => "Refused",
        "withdrawn" => "Withdrawn",
        "lapsed" => "Lapsed"
      }.freeze
      PARTY_STATES = {
        "waiting" => "Waiting",
        "invited" => "Invited",
        "opened" => "Opened",
        "proved" => "Proved",
        "done" => "Done",
        "refused" => "Refused",
        "passed_on" => "Passed on"
      }.freeze
      WANTED = {
        "sign" => "to sign",
        "approve" => "to approve",
        "acknowledge" => "to acknowledge",
        "receive" => "to receive a copy"
      }.freeze
      ACTS = {
        "sign" => "signs",
        "approve" => "approves",
        "acknowledge" => "acknowledges",
        "receive" => "receives a copy"
      }.freeze
      DONE = { "sign" => "signed", "approve" => "approved", "acknowledge" => "acknowledged" }.freeze
      METHODS = Core::Assurance::Methods::ALL.transform_values(&:label).freeze
      # What a party can do by itself on the page.
      PROVABLE = %w[mail_code text_code phrase app_code passkey civil_id card].freeze
      DOCUMENT_KINDS = {
        "passport" => "Passport",
        "identity_card" => "Identity card",
        "driving_licence" => "Driving licence",
        "residence_permit" => "Residence permit"
      }.freeze
      CARD_FAULTS = {
        not_signed: "The card did not sign what it was asked. Try again.",
        unknown_root: "The card’s issuer is not one that is accepted here.",
        out_of_time: "The card has expired, or is not valid yet.",
        broken: "The card’s certificate does not hold.",
        wrong_use: "This certificate is not made for signing. Choose another one on the card.",
        revoked: "The card has been revoked.",
        status_unknown: "Nobody answers just now whether the card is still good. Try again in a moment.",
        weak_key: "The card’s key is too weak to be relied on.",
        other_holder: "The card belongs to somebody else: neither its address nor its name agrees with yours."
      }.freeze
      VERSION_KINDS = {
        "captured" => "Captured",
        "revised" => "Revised",
        "converted" => "Converted",
        "flattened" => "Flattened",
        "sealed" => "Sealed",
        "scan" => "Scan",
        "certificate" => "Seal certificate",
        "renewed" => "Renewed"
      }.freeze

      READINESS = {
        no_party: "Nobody is asked to act yet.",
        party_without_name: "Party %<party>s has no name.",
        group_empty: "%<name>s (%<party>s) has no members with an address.",
        staff_not_chosen: "Party %<party>s: choose a member of staff, or take the party out.",
        address_wrong: "The address of party %<party>s is missing or not a mail address.",
        no_signature_field: "%<name>s (%<party>s) has no signature field.",
        floor_unreachable: "The rules demand level %<floor>d of %<name>s (%<party>s), which the methods known for this party don’t reach. %<help>s",
        address_resembles: "%<address>s is not known here. Did you mean %<meant>s?",
        staff_as_outside: "%<name>s (%<party>s) is a member of staff, but is asked as somebody outside. Choose them as staff, so that they sign by their account.",
        same_name_twice: "%<name>s stands there twice, with two addresses. Is that meant?",
        same_address_twice: "Two parties have the same address, %<address>s. Is that meant?",
        name_not_printable: "The name of party %<party>s has characters that can't be written into the document: %<characters>s",
        organisation_not_printable: "The organisation of party %<party>s has characters that can't be written onto the seal certificate: %<characters>s",
        address_not_printable: "The mail address of party %<party>s has characters that can't be written into the document: %<characters>s",
        title_not_printable: "The title has characters that can't be written onto the seal certificate: %<characters>s",
        document_not_printable: "The title of “%<document>s” has characters that can't be written onto the seal certificate: %<characters>s",
        particular_not_printable: "The %<name>s of “%<document>s” has characters that can't be written into the document: %<characters>s",
        newer_version: "There is a newer version of “%<document>s”, %<number>d, than the one that is to be sent.",
        being_revised: "%<name>s has “%<document>s” for revision: a newer version may be on its way.",
        particulars_missing: "“%<document>s” has no %<names>s yet, which its class wants.",
        nothing_to_sign: "All documents are enclosures: nothing is there to be signed.",
        unknown_mark: "The message has marks that mean nothing: %<marks>s. There are {{#{Core::Dockets::WordingMarks::NAMES.join("}}, {{")}}}.",
        no_deadline: "There is no deadline.",
        deadline_past: "The deadline has passed.",
        deadline_short: "The deadline is less than a day away.",
        field_off_page: "%<field>s reaches beyond the edge of page %<page>d.",
        fields_overlap: "%<one>s and %<two>s overlap on page %<page>d.",
        field_of_nobody: "%<field>s on page %<page>d belongs to nobody.",
        field_of_receiver: "%<field>s on page %<page>d will stay empty: %<party>s only receives a copy.",
        anchor_missed: "%<field>s on page %<page>d should stand beside “%<words>s”, which is not there. Move it to where it belongs.",
        name_malformed: "%<field>s on page %<page>d: “%<name>s” is no name for formulas. Use small letters, digits and underscores, a letter first.",
        name_twice: "Two fields are called “%<name>s” in formulas. Give one of them another name.",
        name_of_particular: "%<field>s on page %<page>d is called “%<name>s” in formulas, as a particular of the record is. Choose another name.",
        too_few_options: "%<field>s on page %<page>d has fewer than two possibilities.",
        option_missing: "%<field>s on page %<page>d: say which possibility this box stands for.",
        pattern_unusable: "%<field>s on page %<page>d: the pattern can’t be used. There are plain characters, \\d, [classes], and repetitions like {3}.",
        bound_no_number: "%<field>s on page %<page>d: “%<bound>s” is no number.",
        bounds_crossed: "%<field>s on page %<page>d: the least is more than the most.",
        default_unfit: "%<field>s on page %<page>d: what it begins with does not fit. %<problem>s",
        no_formula: "%<field>s on page %<page>d has no formula.",
        formula_unreadable: "%<field>s on page %<page>d: the formula or condition can’t be read. %<problem>s",
        unknown_name: "%<field>s on page %<page>d speaks of %<names>s, which is neither a field nor a particular.",
        cycle: "%<field>s on page %<page>d depends on itself, by its formula or condition.",
        wrong_type: "%<field>s on page %<page>d: the formula or condition mixes what does not go together, such as a text and a number.",
        division_by_zero: "%<field>s on page %<page>d divides by zero.",
        may_divide_by_zero: "%<field>s on page %<page>d divides by “%<name>s”, which may be zero. Give that a least value and make it required.",
        condition_no_yes: "%<field>s on page %<page>d: the condition is not answered by yes or no.",
        never_shown: "%<field>s on page %<page>d is never shown: its condition can’t come true.",
        filled_later: "%<field>s on page %<page>d speaks of %<names>s, which is filled in later or at the same time by somebody else.",
        particular_empty: "%<field>s on page %<page>d needs %<names>s, which the record does not have yet.",
        no_particular: "%<field>s on page %<page>d: say which particular it shows.",
        particular_unknown: "%<field>s on page %<page>d speaks of the particular “%<name>s”, which the record does not have.",
        particular_unfit: "%<field>s on page %<page>d can’t be kept as the particular “%<name>s”: the kinds of value differ."
      }.freeze

      ENTRIES = {
        "docket.drafted" => "drafted the docket from %<record>s, version %<version>s",
        "docket.edited" => "saved who acts and by when",
        "docket.fields_placed" => "placed %<fields>s fields",
        "docket.sent" => "sent the docket",
        "party.invited" => "invited %<party>s",
        "message.delivered" => "delivered a mail to %<to>s",
        "party.opened" => "opened the signing room",
        "party.proved" => "proved identity by %<method>s, level %<level>s",
        "party.consented" => "agreed to sign electronically, text version %<text>s",
        "party.viewed" => "was shown the document",
        "party.acted" => "%<done>s, at level %<level>s",
        "party.refused" => "refused: %<reason>s",
        "docket.completed" => "noted that everybody is done",
        "docket.sealed" => "sealed the document",
        "docket.filed" => "filed it with %<record>s",
        "docket.withdrawn" => "withdrew the docket: %<reason>s",
        "docket.lapsed" => "let the docket lapse",
        "party.reminded" => "reminded %<party>s",
        "party.corrected" => "corrected the address of %<party>s from %<before>s to %<email>s",
        "party.replaced" => "put %<name>s in the place of %<party>s",
        "party.proof_failed" => "tried a %<method>s that was wrong",
        "party.locked" => "locked %<party>s after too many wrong tries",
        "party.released" => "let %<party>s try again",
        "party.tried" => "began to prove identity by %<method>s",
        "party.offered" => "was offered: %<ways>s",
        "party.proof_left" => "turned back at the %<method>s",
        "party.in_person" => "opened the signing room for %<party>s beside them",
        "party.given_back" => "took the device back",
        "account.may_enrol" => "saw %<name>s, who may enrol: %<reason>s",
        "account.bound" => "enrolled a second step",
        "account.reset" => "took the second steps of %<name>s away: %<reason>s",
        "docket.exported" => "took the evidence bundle away, with checkpoint %<checkpoint>s",
        "document.renewed" => "renewed the proofs of %<record>s",
        "party.copied" => "took a copy after acting",
        "party.pad_used" => "drew on another device",
        "consent.written" => "wrote consent text %<text>s",
        "party.code_sent" => "asked for a %<method>s",
        "authenticator.bound" => "enrolled: %<authenticator>s, under level %<level>s",
        "authenticator.removed" => "took the authenticators of %<party>s away: %<reason>s",
        "waiver.asked" => "asked to waive level %<demanded>s of %<party>s down to %<granted>s: %<reason>s",
        "waiver.allowed" => "allowed level %<granted>s instead of %<demanded>s for %<party>s",
        "waiver.turned_down" => "turned the waiver for %<party>s down",
        "rulebook.written" => "wrote rulebook version %<version>s",
        "party.taken_on" => "took it on for %<group>s",
        "party.passed_on" => "passed it on to %<name>s, %<email>s",
        "docket.warned" => "warned the sender that it is about to lapse",
        "docket.deadline_changed" => "changed the deadline",
        "docket.version_changed" => "put version %<version>s of the document in",
        "party.brought_file" => "brought a file",
        "file.downloaded" => "downloaded %<file_name>s",
        "docket.template_applied" => "applied the template “%<title>s”, %<template>s version %<version>s",
        "docket.documents_arranged" => "arranged the documents: %<records>s",
        "document.downloaded" => "downloaded the %<kind>s version",
        "record.captured" => "captured it in %<case_file>s",
        "record.corrected" => "corrected %<changed>s",
        "record.moved" => "moved it from %<from>s to %<to>s",
        "record.taken" => "took it for revision",
        "record.freed" => "freed it from %<from>s",
        "inquiry.opened" => "opened the inquiry of %<asked_by>s",
        "inquiry.changed" => "changed what is asked",
        "inquiry.asked" => "asked “%<question>s” (answer %<answer>s)",
        "inquiry.answered" => "answered it (answer %<answer>s)",
        "inquiry.tested" => "tested %<item>s of answer %<answer>s: %<verdict>s",
        "inquiry.closing" => "asked for the answer pack",
        "inquiry.closed" => "put the answer pack together and closed the inquiry",
        "auditor.invited" => "let %<name>s read until %<until>s",
        "auditor.ended" => "ended the account of %<name>s",
        "auditor.read" => "read %<page>s",
        "watch.begun" => "began the standing question “%<title>s”",
        "watch.ended" => "ended standing question %<watch>s",
        "watch.seen" => "has seen %<finds>s finds of standing question %<watch>s",
        "case_file.opened" => "opened the case file “%<title>s”",
        "case_file.changed" => "changed the case file",
        "case_file.closed" => "closed the case file",
        "record.left" => "left %<changed>s as it is, though %<docket>s says otherwise",
        "record.revised" => "brought it back: %<why>s"
      }.freeze

      # One Readiness::Point as a sentence.
      def readiness(point) = format(READINESS.fetch(point.reason), { party: point.party }.merge(point.facts))

      # One Readiness::Point for the browser.
      def told_point(point, docket)
        { blocks: point.blocks, text: readiness(point), way: way(point, docket), field: point.field }
      end

      # What a party will find to do on the pages, as sentences. +fields+: of the draft, as the browser gets them.
      def party_fills(party, fields)
        own = fields.select { |field| field[:party] == party.letter }
        name = party.name.empty? ? "The party" : party.name.split.first
        if own.empty?
          return party.act == "sign" ? "#{name} has no field to sign." : "#{name} #{ACTS.fetch(party.act)}; nothing " \
            "of that shows on the pages."
        end

        signed = own.select { |field| field[:kind] == "signature" }.map { |field| field[:page] }.uniq
        typed = own.select { |field| Core::Fields::Kinds::ALL.fetch(field[:kind]).typed? }.uniq do |field|
          [field[:key], field[:name]].find { |text| !text.to_s.empty? }
        end
        titles = typed.map do |field|
          field[:settings]["label"] || Core::Fields::Kinds::ALL.fetch(field[:kind]).label.downcase
        end
        [
          (if signed.any?
             "#{name} signs on #{if signed.size == 1
                                   "page"
else
  "pages"
                                 end} #{sentence_of(signed.map(&:to_s))}."
           end),
          (if titles.any?
             "#{name} fills in " \
               "#{sentence_of(titles)}."
           end),
          own_words(
            own.count do |field|
              %i[system sending].include?(Core::Fields::Kinds::ALL.fetch(field[:kind]).filled_by)
            end
          )
        ].compact.join(" ")
      end

      def own_words(count)
        if count.zero?
          nil
        else
          "#{counted(count, "further field")} #{count == 1 ? "is" : "are"} written by the system."
        end
      end

      # The documents of a docket for the browser.
      def docket_papers(documents)
        documents.map do |one|
          {
            position: one.position,
            title: one.record.title,
            file: "/records/#{one.record.number}/versions/#{one.version.number}/file?inline=1"
          }
        end
      end

      # Where a Readiness::Point is mended: address and words of a link.
      def way(point, docket)
        if point.fix == :record
          return [
            "/records/#{docket.documents.find do |one|
              one.record.title == point.facts[:document]
            end&.record&.number}/edit",
            "Fill them in"
          ]
        end
        return ["/dockets/#{docket.number}/check", "Look at it"] if point.fix == :version
        if point.fix == :where
          return [
            "/dockets/#{docket.number}/where#{"#field-#{point.field.join("-")}" if point.field}",
            point.field ? "Show the field" : "Place it"
          ]
        end

        [
          "/dockets/#{docket.number}/who#{"#party-#{point.party}" if point.party}",
          point.party ? "Mend party #{point.party}" : "Mend it"
        ]
      end

      # What a ledger entry tells, after its actor's name. +entry+: parsed body.
      def entry_text(entry)
        facts = entry["facts"].transform_keys(&:to_sym)
        facts[:method] = METHODS.fetch(facts[:method], facts[:method]) if facts[:method]
        facts[:authenticator] = METHODS.fetch(facts[:kind], facts[:kind]) if entry["kind"] == "authenticator.bound"
        facts[:ways] = facts[:ways].gsub(/[a-z_]+/) { |word| METHODS.fetch(word, word) } if facts[:ways]
        facts[:done] = DONE.fetch(facts[:act], "acted") if entry["kind"] == "party.acted"
        facts[:question] = Queries::Questions::ALL[facts[:question]]&.title || facts[:question] if facts[:question]
        facts[:changed] = facts[:changed].map { |name| name.tr("_", " ") }.join(", ") if facts[:changed]
        format(ENTRIES.fetch(entry["kind"], entry["kind"]), facts)
      rescue KeyError, NoMethodError # an entry from before its kind told more
        entry["kind"]
      end

      # [[method, ...], ...] as "the code by mail; or the phrase and the app", the first four.
      def ways_words(ways)
        ways.first(4).map do |way|
          sentence_of(
            way.map do |method|
              "the #{Core::Assurance::Methods::ALL.fetch(method).label}"
            end
          )
        end.join("; or ")
      end

      # How a party will have to prove who it is.
      def proof_sentence(party, docket)
        standing = Queries::Standing.new(docket, party, at: office.now)
        return "coming in by it proves identity to level 1." if standing.wanted <= 1

        came = party.staff? ? "account" : "link"
        ways = standing.planned_ways.first(2).map do |way|
          sentence_of([came, *way].map { |method| "the #{Core::Assurance::Methods::ALL.fetch(method).label}" })
        end
        "the rules demand level #{standing.wanted}#{" (by a waiver, instead of #{standing.demand.floor})" if standing.waiver}: #{if ways.empty?
                                                                                                                                   "nothing that is known leads there"
else
  ways.join(", or ")
                                                                                                                                 end}."
      end

      # A field as the signing room's browser wants it.
      def room_spot(spot)
        kind = spot.of_kind
        {
          document: spot.document,
          slot: spot.slot,
          kind: spot.kind,
          type: kind.type,
          filled_by: kind.filled_by,
          title: spot.title,
          help: spot.setting("help"),
          required: spot.required?,
          unit: spot.setting("unit"),
          options: Array(spot["options"]),
          option: spot.setting("option"),
          page: spot.page,
          x: spot.x,
          y: spot.y,
          width: spot.width,
          height: spot.height
        }
      end

      # Where a docket stands, in a sentence without its full stop. +parties+: its Store::Party rows.
      def standing(docket, parties)
        case docket.state
        when "draft" then "Draft, not sent yet"
        when "out" then waiting_for(docket, parties)
        when "sealed" then "Sealed on #{day(docket.ended_at)}"
        when "refused" then "Refused by #{parties.find { |party| party.state == "refused" }&.name}"
        when "withdrawn" then "Withdrawn on #{day(docket.ended_at)}"
        else "Lapsed on #{day(docket.ended_at)}"
        end
      end

      def waiting_for(docket, parties)
        open = parties.select { |party| Core::Dockets::States::MAY_ACT.include?(party.state) }
        return "Everybody is done; it is being sealed" if open.empty?

        since = open.filter_map(&:invited_at).min
        "Waits for #{open.map(&:name).join(" and ")}#{" since #{day(since)}," if since} until #{day(docket.deadline)}"
      end

      # The class that colours a state: out, sealed, refused, late or plain.
      def tone(docket)
        return "late" if docket.state == "out" && docket.deadline - office.now < Core::Dockets::Reminders::LATE_SECONDS

        {
          "out" => "out",
          "sealed" => "sealed",
          "refused" => "bad",
          "lapsed" => "bad",
          "withdrawn" => "plain",
          "draft" => "plain"
        }.fetch(docket.state)
      end

      # What a party reads when there is nothing left for it to do.
      def room_heading(docket, party)
        return "You have #{DONE.fetch(party.act, "signed")}" if party.state == "done"
        return "You have refused" if party.state == "refused"

        {
          "withdrawn" => "The sender took this docket back",
          "lapsed" => "The time to sign has run out",
          "refused" => "Somebody else refused to sign",
          "out" => "It is not your turn yet"
        }.fetch(docket.state, "Nothing is left to do")
      end

      def room_lines(docket, party, parties)
        lines = []
        if party.acted_at
          lines << "You #{DONE.fetch(party.act, "signed")} on #{day(
            party.acted_at,
            "%-d %B %Y at %H:%M"
)}. This link has served its purpose and opens the document no more."
        end
        lines << "You said: “#{party.refused_because}”. #{docket.owner.name} has been told." if party.refused_because
        lines << {
          "sealed" => "Everybody is done and the document is sealed. Your copy is in the mail.",
          "out" => "#{waiting_for(
            docket,
            parties
)}. When all is done, your copy comes by mail."
        }[docket.state]
        if docket.ended_at && docket.state != "sealed"
          lines << "#{docket.owner.name} of #{office.settings.office} can tell you more."
        end
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
        signature = layer.signature or return { proofs: "certificates, revocation answers" }.fetch(
          layer.kind,
          "by nobody known"
        )
        time = signature.time ? office.zone.to_local(signature.time).strftime("%-d %b %Y, %H:%M:%S") : "no time"
        [
          time,
          signature.level && "level #{signature.level}",
          ("certified by #{signature.certificate_name}" if layer.kind == :certification)
        ].compact.join(", ")
      end

      def layer_judgement(layer)
        return "not covered by any signature" if %i[foreign original].include?(layer.kind)
        return "not allowed" unless layer.allowed?
        return "signature broken" if layer.signature && !layer.signature.valid?

        {
          certification: "certified: only filling in and signing allowed",
          archive: "covers all #{bytes(layer.last)} bytes"
        }.fetch(layer.kind, "allowed")
      end

      # The answer of a check in a sentence.
      def report_lead(report, filed)
        if filed && report.verdict == :intact
          return "It is, byte for byte, the #{if filed.kind == "sealed"
                                                "sealed document"
else
  "seal certificate"
                                              end} of docket #{filed.docket_number}, and every signature holds."
        end

        {
          intact: "Every signature holds, and nothing was changed since.",
          altered: "Something was changed after it was signed. Ask for the document again from where it was filed.",
          untrusted: "What it says of itself can’t be relied on here.",
          unreadable: "There is nothing in it that could be judged."
        }.fetch(report.verdict)
      end

      # One default party of a class or case file. +items+: {name => item}.
      def default_party(party, items)
        case party["source"]
        when "particular" then "whoever stands under “#{items.dig(party["ref"], "label") || party["ref"]}”"
        when "contact" then Store::Contact[party["ref"]]&.name || "a contact that is no more"
        else Store::Account[party["ref"]]&.name || "somebody who has left"
        end
      end

      # The head of a column by which a list of records can be sorted.
      def sort_head(filters, key, label, tone = nil)
        order = filters.order
        active = order.name == key
        down = active ? !order.descending : key == "captured"
        state = if active
          %( aria-sort="#{order.descending ? "descending" : "ascending"}")
        else
          ""
        end
        href = Rack::Utils.escape_html("/records?#{filters.query(sort: key, direction: down ? "down" : "up")}")
        %(<th class="#{tone}"#{state}><a class="sorts" href="#{href}">#{Rack::Utils.escape_html(label)}</a></th>)
      end

      def party_tone(state) = { "done" => "sealed", "refused" => "bad", "waiting" => "plain" }.fetch(state, "out")
    end
  end
end
