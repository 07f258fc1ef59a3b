# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Records
        # A record: what it is, where it stands, its particulars, versions, dockets and history.
        class Show < Page
          include DocketWords
          include EntryWords
          include IntakeWords
          include Kept
          include RetentionWords
          include TransferWords
          include ValueWords

          # What was kept as the reason of every captured version before reasons were codes.
          BEFORE = "captured"

          attr_reader :overview, :record, :mark, :why, :reviewed

          # +overview+: Queries::RecordOverview; +mark+: what it stood at before that was read; +why+: what was typed as
          # the reason of a revision that was refused; +reviewed+: ReviewForm that was.
          def initialize(context, overview, mark:, problems: {}, why: nil, reviewed: nil)
            super(context)
            @overview = overview
            @record = overview.record
            @mark = mark
            @problems = problems
            @why = why
            @reviewed = reviewed
          end

          def place = :records
          def title = record.title
          def scripts = %w[components/live]
          def mark_path = record_step_path(record, :mark)

          def newest = overview.dockets.first
          def newest_parties = overview.parties(newest)
          def evidence_path = newest && docket_path(newest, anchor: "history")
          def status_tone = newest && !stub ? docket_tone(newest) : "faded"

          def status
            return t(".destroyed") if stub
            return docket_status(newest, newest_parties) if newest

            t(record.record_class.needs_signature ? ".to_be_sent" : ".held")
          end

          def lead = newest || stub ? t(".sentence", text: status) : t(".not_sent")
          def class_words = t(".class_words", code: record.record_class.code, title: record.record_class.title)
          def reserved = t(".reserved_html", name: record.holder.name, time: time_tag(record.reserved_at, :short))

          # What is left of it
          def stub = overview.stub
          def stub_decided = stub.told.fetch("decided")
          def stub_sha256 = Core::Ledger::Entry.digest(stub.body)
          def stub_words = t(".stub", day: day(stub.made_at, :short_year))

          def stub_approvals
            list(stub_decided["approved_by"].map { |one| t(".by", name: one["name"], role: t("roles.#{one["role"]}")) })
          end

          # Who had looked at it again; nil where its schedule had nobody do so.
          def stub_review
            said = stub_decided["schedule"]["review"] or return
            t(".stub_review", name: said["by"], day: day(Time.iso8601(said["at"]), :short_year))
          end

          def stub_basis
            said = stub_decided["schedule"]
            facts = {
              code: said["class"],
              version: said["version"],
              authority: said["authority"],
              basis: said["basis"]
            }
            t(".stub_basis", day: day(Date.iso8601(said["due_on"]), :short_year), **facts)
          end

          # Versions by what they are for
          def kept_problem(document) = Words.kept(document.problem)

          def taken_words(document)
            t(
              "repositories.of_record.taken",
              repository: document.repository.name,
              version: document.version_label,
              name: document.taker.name
            )
          end

          def versions = overview.versions
          def sealed = versions.find { |version| version.kind == "sealed" }
          def certificate = versions.find { |version| version.kind == "certificate" }
          def working = versions.find { |version| working?(version) }
          def source = versions.find { |version| !version.pdf? }

          # [entry, ...] of what was corrected since the document was sealed, the newest first.
          def corrected_since
            sealed ? overview.history.corrections_since(sealed.created_at).map(&:entry) : []
          end

          def all_entries_path = (entries_path(chain: record.number) if may?(:find_entries))

          # Of a docket or of a circulation.
          def chain_path(line)
            line.entry["kind"].start_with?("circulation.") ? circulation_path(line.docket) : docket_path(line.docket)
          end

          def correction_words(entry)
            time = time_tag(Time.iso8601(entry["at"]), :short)
            t(".corrected_html", time: time, name: actor_words(entry["actor"]), what: entry_words(entry))
          end

          # What can be done
          def open = overview.dockets.find { |docket| %w[draft out].include?(docket.state) }
          def out? = open&.state == "out"
          def changeable? = overview.changeable?
          def held? = !stub.nil? || overview.holds.any?
          # Does a hold stop its dockets?
          def stopped? = !stub.nil? || overview.holds.any?(&:stops_dockets)
          def corrects? = may?(:correct) && changeable? && !held?
          def holds? = may?(:keep_holds) && !record.sample && stub.nil?
          def hold_path_of_record = "#{holds_path}/new?record=#{record.number}"

          def hold_words(hold)
            key = hold.stops_dockets ? ".held_stopped_html" : ".held_html"
            t(key, number: hold_number(hold), title: hold.title, day: day(hold.made_at, :short_year))
          end

          # Its page is for those who see all records.
          def hold_number(hold)
            number = SafeHtml.escape(hold.number)
            return hold.number unless may?(:see_disposals)

            SafeHtml.new(%(<a class="mono" href="#{hold_path(hold)}">#{number}</a>))
          end

          def sees_disposals? = may?(:see_disposals)

          # Does it hold more than what was sealed as a certificate?
          def workable? = changeable? && !versions.all? { |version| %w[certificate renewed].include?(version.kind) }
          def prepares? = may?(:prepare) && workable? && !open && !sealed && !record.reserved_by && !stopped?
          def continues? = open&.state == "draft" && may?(:prepare)
          def reserved_here? = record.reserved_by == viewer.id
          def revises? = may?(:capture) && workable? && !sealed && !out? && !held?
          def takes? = revises? && record.reserved_by.nil?
          def frees? = revises? && !record.reserved_by.nil? && (reserved_here? || may?(:free_any_record))
          def free_words = reserved_here? ? t(".leave_unrevised") : t(".free", name: record.holder.name)
          def brings_back? = reserved_here? && overview.coming_back.nil?
          def next_version = versions.first.number + 1

          # The version that most readers want: the sealed one, or else the one that is worked on.
          def read = [sealed, working].compact.find { |version| reads?(version) }
          # Its pages can be put in another order while nothing of it is out or sealed.
          def arranges? = !working.nil? && may?(:capture) && !out? && sealed.nil? && !held?

          def circulation_words(row)
            people = row.counts.except("left").values.sum
            t(
              ".circulation",
              state: t("circulation_states.#{row.circulation.state}"),
              version: overview.versions.find { |one| one.id == row.circulation.version_id }&.number,
              done: number(row.counts.fetch("done", 0)),
              people: counted("person", people)
            )
          end

          def circulates? = may?(:send) && !read.nil? && !record.sample && !stopped?
          def writes? = arranges? && versions.any? { |version| version.kind == "written" }
          # Is the newest version a scan whose words nobody has read?
          def reads_scan? = working&.kind == "scan" && arranges? && office.scans.installed?
          def makes_archival? = arranges? && working.findings.none? { |one| one["code"] == "archival" }
          def reads?(version) = version.pdf? && may?(:download) && stub.nil?
          def reading_path(version) = version_path(record, version.number)

          # [[words, address, main], ...]
          def downloads
            return [] if stub

            [
              ([t(".download_sealed"), sealed, true] if sealed && !prepares? && !continues?),
              ([t(".download_certificate"), certificate] if certificate),
              ([t(sealed ? ".download_original" : ".download_document"), working] if working),
              ([t(".download_source", media: media(source)), source] if source && !sealed)
            ].compact.map { |words, version, main| [words, version_file_path(record, version.number), main] }
          end

          # A revised document on its way back
          def coming = overview.coming_back
          def coming_unfit? = coming.state == "unfit"
          def coming_words = t(coming_unfit? ? ".came_unfit" : ".came", state: file_state(coming))
          def coming_findings = finding_lines(coming.findings.to_a)

          def conflict_words(conflict)
            item = overview.items.find { |one| one["name"] == conflict.name }
            item ||= { "label" => conflict.name, "type" => "text" }
            there = record.particulars[conflict.name]
            t(
              ".conflict_html",
              label: item["label"],
              docket: conflict_docket(conflict),
              typed: Words::Notation::PAGE.value(item, conflict.typed),
              now: there ? t(".quoted", text: Words::Notation::PAGE.value(item, there)) : t(".nothing")
            )
          end

          def twin_words(twin)
            t(".twin_html", record: twin_link(twin), version: twin.number, title: twin.record.title)
          end

          def particulars
            values = record.particulars.to_h
            overview.items.map { |item| [item["label"], particular(item, values[item["name"]])] }
          end

          def docket_number = record.particulars.to_h["docket_number"]

          # A row of the table of versions
          def version_kind(version) = t("version_kinds.#{version.kind}")

          def version_note(version)
            return version.docket_number if version.docket_number

            Words.why(version.why) unless version.why == BEFORE && version.kind != "revised"
          end

          def version_findings(version) = finding_lines(version.findings.to_a)
          def version_maker(version) = version.creator&.name || t("layouts.staff.product")
          def version_pages(version) = version.pdf? ? version.page_count : media(version)

          # The address of what changed in +version+, nil where there is nothing before it.
          def difference_path(version)
            return unless working?(version)

            before = versions.find { |other| other.number < version.number && working?(other) }
            before && record_step_path(record, :difference, from: before.number, to: version.number)
          end

          def chain_faults
            faults = overview.history.result.faults
            list(faults.map { |fault| t("dockets.show.fault", seq: fault.seq, reason: fault.reason.to_s.tr("_", " ")) })
          end

          private

          def working?(version) = version.pdf? && Store::Version::WORKING.include?(version.kind)
          def media(version) = Core::Documents::Media.name(version.media)

          def conflict_docket(conflict)
            number = SafeHtml.escape(conflict.docket_number)
            SafeHtml.new(%(<a class="mono" href="#{docket_path(conflict.docket_number)}">#{number}</a>))
          end

          def twin_link(twin)
            number = SafeHtml.escape(twin.record.number)
            SafeHtml.new(%(<a class="mono" href="#{record_path(twin.record)}">#{number}</a>))
          end
        end
      end
    end
  end
end
