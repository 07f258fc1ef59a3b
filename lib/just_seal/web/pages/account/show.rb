# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Account
        # One's own account, and by what one signs in.
        class Show < Page
          SCRIPT_PATHS = %w[key/begin key].freeze

          include EntryWords

          attr_reader :rows, :problem, :deputies

          # +rows+: Store::Authenticator that are bound; +sign_ins+: Queries::OwnSignIns; +problem+: what was wrong
          # with a try; +deputies+: Staff::Deputies; +marks+: Store::KeptMark, ...; +wanted+: has the account to enrol
          # before it does anything else?
          def initialize(context, rows, sign_ins:, deputies:, marks: [], problem: nil, wanted: false)
            super(context)
            @rows = rows
            @problem = problem
            @sign_ins = sign_ins
            @deputies = deputies
            @wanted = wanted
            @marks = marks
          end

          def scripts = %w[pages/prove components/kept_marks]

          # [[Store::KeptMark, what it is, its address], ...]
          def marks
            @marks.map do |mark|
              words = t("account.marks.#{mark.kind}")
              [mark, mark.usual ? t("account.marks.usual", what: words) : words, "#{account_path}/marks/#{mark.id}"]
            end
          end

          def picture(mark) = JSON.generate(mark.mark.to_h)
          def problems = problem ? { "code" => problem } : {}
          def wanted? = @wanted
          def sessions = @sessions ||= @sign_ins.sessions
          def recent = @recent ||= @sign_ins.recent
          def at(entry) = Time.iso8601(entry["at"])
          def sessions_path = "#{account_path}/sessions"
          def password_path = "#{account_path}/password"
          def app? = rows.any? { |row| row.kind == "app_code" }
          def enrols? = viewer.may_enrol_until && viewer.may_enrol_until > now
          def bound(row) = t(".bound", how: Words.bound_by(row.bound_by), level: row.bound_level)
          def language_path = "#{account_path}/language"

          def sends? = may?(:send)
          def notices_path = "#{account_path}/notices"

          # [[event, its words, when it is told], ...]
          def notices
            Core::Dockets::Notices::USUAL.keys.map do |event|
              [event, t(".notices.#{event}"), Core::Dockets::Notices.when(viewer.notices, event)]
            end
          end

          def notice_options = Core::Dockets::Notices::WHEN.map { |at| [at, t(".notice_when.#{at}")] }

          def language_options
            office_own = t(".language_of_office", language: language_name(office.profile.language))
            [["", office_own], *spoken_languages]
          end

          def passwords? = viewer.outside? || office.sign_on.nil? || Queries::Choices.sign_on.passwords
          def app_path = "#{account_path}/app"

          def given
            tokens = SCRIPT_PATHS.to_h { |path| [path, context.token_for("#{account_path}/#{path}")] }
            { base: account_path, csrf: tokens }
          end
        end
      end
    end
  end
end
