# frozen_string_literal: true

module JustSeal
  module Web
    # How a session of the staff is looked at on every request: by one query, and written to at most once a minute,
    # since every write waits for the disk. Part of Rodauth's own object.
    module SessionCheck
      WRITE_SECONDS = 60
      WRITE_DUE = "last_use < now()::timestamp - make_interval(secs => ?)"

      def currently_active_session?
        return false unless session[session_id_session_key] && current_session

        note_use if current_session[:write_due]
        true
      end

      # The Store::Account that is signed in, nil for nobody.
      def member = @member ||= logged_in? ? Queries::Lookup.account(session_value) : nil

      # Keeps with the session where it was begun.
      def note_origin(address, client)
        @current_session = nil
        current_sessions.update(address: address, client: client)
      end

      # Keeps with the session what was vouched for elsewhere. +vouched+: Core::Offices::Vouched.
      def note_sign_on(vouched)
        token = vouched.token && JustSeal.office.secret_box.close(vouched.token)
        current_sessions.update(vouched: Sequel.pg_jsonb(vouched.begun), sign_on_token: token)
        @current_session = nil
      end

      # How it was shown elsewhere who is there (Core::Offices::Vouched#way); nil for who signed in here.
      def vouched
        told = current_session&.fetch(:vouched) or return
        told.to_h.slice("provider", "acr", "amr")
      end

      # The text by which the provider is told that this session ends; nil for none.
      def sign_on_token
        closed = current_sessions.get(:sign_on_token)
        closed && JustSeal.office.secret_box.open(closed)
      end

      # By which this session is kept.
      def session_keys = compute_hmacs(session[session_id_session_key])

      # Web::KioskSession of this device.
      def lending
        closed = current_session&.fetch(:lent_token)
        @lending ||= KioskSession.new(current_sessions, JustSeal.office.secret_box, closed: closed)
      end

      private

      def current_sessions
        active_sessions_ds.where(active_sessions_session_id_column => compute_hmacs(session[session_id_session_key]))
      end

      def current_session
        @current_session ||= statement.call(
          account: session_value,
          keys: Sequel.pg_array(compute_hmacs(session[session_id_session_key]), :text)
        )
      end

      # Written once for each process, planned once for each connection: every request asks it.
      def statement = db.prepared_statement(:current_session) || prepare_statement

      def prepare_statement
        db[active_sessions_table]
          .where(active_sessions_account_id_column => :$account)
          .where(Sequel.lit("? = ANY (CAST(? AS text[]))", active_sessions_session_id_column, :$keys))
          .exclude(inactive_session_cond)
          .select(:lent_token, :vouched, Sequel.lit(WRITE_DUE, WRITE_SECONDS).as(:write_due))
          .prepare(:first, :current_session)
      end

      def note_use
        remove_inactive_sessions
        current_sessions.update(active_sessions_update_hash)
      end
    end
  end
end
