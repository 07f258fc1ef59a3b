# frozen_string_literal: true

module JustSeal
  module Queries
    class Desk
      # What every Desk asks. The SQL of each is written once, and each connection plans it once: that takes longer than
      # finding the rows. Values stand in it as :$account (an id), :$late_before and :$ended_after (times), and :$hidden
      # (case files that this person may not see). Columns are named, so that a plan outlives a column that is added.
      module Statements
        DOCKET = %i[id number title state deadline owner_id created_at sent_at ended_at options].freeze
        # What is urgent comes first.
        URGENT = Sequel.lit("(options ->> 'haste') IS NULL")
        PARTY = %i[id docket_id letter turn act account_id name state invited_at].freeze
        RECORD = %i[id number title created_at].freeze
        CONFLICT = %i[id record_id docket_number].freeze
        WAIVER = %i[id party_id asked_by asked_at demanded granted reason].freeze
        WATCH = %i[id title].freeze
        RUN = %i[id number instruction_id record_id docket_id state state_since problem].freeze
        INQUIRY = %i[id number question asked_by due_on].freeze

        # The limits of whoever asks, before anybody does.
        class AnyScope
          HIDDEN = "NOT (records.case_file_id = ANY (CAST(? AS bigint[])))"

          # Samples are never counted.
          def records(dataset = Store::Record.dataset)
            dataset.where(Sequel.lit(HIDDEN, :$hidden)).where(Sequel[:records][:sample] => nil)
          end
        end

        class << self
          private

          def waiting
            asked = Store::Party.where(state: Core::Dockets::States::MAY_ACT)
            members = Store::PartyMember.where(account_id: :$account).select(:party_id)
            mine = asked.where(account_id: :$account).select(:docket_id)
            offered = asked.where(kind: "group", id: members).select(:docket_id)
            Store::Docket.where(id: mine.union(offered), state: "out")
          end

          # Those of a circulation are seen on its page.
          def own = Store::Docket.where(owner_id: :$account, circulation_id: nil)

          # What this person has done as one of many.
          def gathered = Store::Docket.where(id: done.select(:docket_id), state: "gathered")
          def done = Store::Party.where(account_id: :$account, state: "done")
          def running = own.where(state: "out").order(:deadline)

          def asking
            mine = Store::Instruction.where(owner_id: :$account).select(:id)
            Store::InstructionRun.where(state: Core::Instructions::RunStates::ASKING, instruction_id: mine)
          end

          def to_be_sent = RecordList.to_be_sent(AnyScope.new)

          def parts
            {
              "to_act" => waiting.order(URGENT, :deadline),
              "late" => running.where(Sequel[:deadline] <= :$late_before),
              "out" => running.where(Sequel[:deadline] > :$late_before),
              "drafts" => own.where(state: "draft").order(Sequel.desc(:created_at)),
              "gathered" => gathered.order(Sequel.desc(:ended_at)),
              "ended" => own.where(Sequel[:ended_at] > :$ended_after).order(Sequel.desc(:ended_at))
            }
          end

          def part(name, dataset)
            rows = dataset.select(*DOCKET).limit(MAX).from_self(alias: :dockets)
            rows.select_append(Sequel.cast(name, String).as(:part), version(name).as(:version))
          end

          # The number of the version that was acted on, where it stays as it is.
          def version(name)
            return Sequel.cast(nil, Integer) unless name == "gathered"

            Store::DocketDocument.where(docket_id: Sequel[:dockets][:id], position: 1)
              .join(:versions, id: Sequel[:docket_documents][:version_id])
              .select(Sequel[:versions][:number])
          end

          def counted(rows) = rows.limit(MAX_COUNTED).select(Sequel.lit("1")).from_self.select { count.function.* }

          def fresh_finds = Store::StandingQuestionFind.fresh.group_and_count(:watch_id).from_self(alias: :fresh)
        end

        # Dockets of all parts; :part says of which.
        DOCKETS = parts.map { |name, rows| part(name, rows) }
          .inject { |all, one| all.union(one, all: true, from_self: false) }
          .prepare(:select, :desk_dockets)

        # Of dockets with the ids :$dockets.
        PARTIES = Store::Party.where(Sequel.lit("docket_id = ANY (CAST(? AS bigint[]))", :$dockets))
          .select(*PARTY)
          .in_order
          .prepare(:select, :desk_parties)

        COUNTS = Store.db.select(
          *{
            to_act: waiting,
            out: running.where(sample: nil).unordered,
            to_be_sent: to_be_sent.dataset.unordered,
            asking: asking,
            repositories: Store::Repository.live
          }.map { |name, rows| counted(rows).as(name) }
        ).prepare(:first, :desk_counts)

        # What hangs, and what waits for who answers for keeping records.
        OVERSEEN = Store.db.fetch(
          "SELECT * FROM (#{Troubles::SQL}) AS troubles CROSS JOIN (#{Keeping::SQL}) AS keeping",
          before: :$before,
          days: :$days,
          account: :$account,
          role: :$role,
          today: :$today
        ).prepare(:first, :desk_overseen)

        TO_BE_SENT = to_be_sent.ordered
          .select(*RECORD)
          .limit(MAX_TO_BE_SENT)
          .prepare(:select, :desk_to_be_sent)

        CONFLICTS = Store::ParticularConflict.undecided
          .where(record_id: AnyScope.new.records.select(Sequel[:records][:id]))
          .select(*CONFLICT)
          .order(:id)
          .limit(MAX)
          .eager(:record)
          .prepare(:select, :desk_conflicts)

        WAIVERS = Store::Waiver.undecided
          .exclude(asked_by: :$account)
          .select(*WAIVER)
          .order(:asked_at)
          .limit(MAX)
          .eager(:asker, party: :docket)
          .prepare(:select, :desk_waivers)

        WATCHES = Store::StandingQuestion.live
          .join(fresh_finds, { watch_id: Sequel[:watches][:id] }, table_alias: :fresh)
          .select(*WATCH.map { |column| Sequel[:watches][column] }, Sequel[:fresh][:count].as(:fresh_count))
          .order(Sequel[:watches][:id])
          .prepare(:select, :desk_watches)

        RUNS = asking.select(*RUN)
          .order(:id)
          .limit(MAX)
          .eager(:instruction, :record, :docket)
          .prepare(:select, :desk_runs)

        INQUIRIES = Store::Inquiry.unfinished
          .where(worker_id: :$account)
          .select(*INQUIRY)
          .order(:due_on)
          .limit(MAX)
          .prepare(:select, :desk_inquiries)

        # With the title of the class and of the template, and the states of the files that are left.
        INTAKES = Store.db[:intakes]
          .join(:record_classes, id: Sequel[:intakes][:record_class_id])
          .left_join(:document_templates, id: Sequel[:intakes][:template_id])
          .where(Sequel[:intakes][:account_id] => :$account, Sequel[:intakes][:record_id] => nil)
          .where(Sequel[:intakes][:ended_at] => nil)
          .select(
            Sequel[:intakes][:id],
            Sequel[:intakes][:created_at],
            Sequel[:record_classes][:title].as(:class_title),
            Sequel[:document_templates][:title].as(:template_title),
            Store::IntakeFile.unfinished
              .where(intake_id: Sequel[:intakes][:id])
              .select { coalesce(array_agg(:state).order(:id), Sequel.lit("'{}'")) }
              .as(:states)
          )
          .order(Sequel.desc(Sequel[:intakes][:created_at]))
          .limit(MAX)
          .prepare(:select, :desk_intakes)
      end
    end
  end
end
