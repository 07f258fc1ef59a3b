# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes and ends accounts of programs: what a program does by a token of one stands under its own name, and under
    # nobody's who was not there. Nobody can sign in to one.
    class KeepProgramAccounts < StaffAccounts
      MAX_NAME = 100

      # +email+: where mails about its dockets go; +role+: of Core::Rights::STAFF; +unit+: name. Returns the
      # Store::Account. Raises Errors::Invalid by key.
      def call(actor, name:, email:, role:, unit:)
        allow!(actor, :keep_staff)
        name = Core::Filing::SafeName.line(name)
        refuse(name, email.strip, role, unit)
        transaction { keep(actor, name: name, email: email.strip, role: role, unit: unit) }
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "email" => :address_taken_by_staff }
      end

      # Ends it with all its tokens.
      def end(actor, id:)
        allow!(actor, :keep_staff)
        transaction do
          account = Store::Account.programs.where(id: id).for_update.first or raise Errors::Missing, :no_such_account
          Store::ApiToken.where(account_id: id, ended_at: nil).update(ended_at: now)
          account.update(status_id: ENDED, edits: account.edits + 1)
          tell(actor, "account.program_ended", account)
          account
        end
      end

      private

      def refuse(name, email, role, unit)
        problems = {
          "account_name" => (:name_of_token unless name.length.between?(1, MAX_NAME)),
          "email" => (:not_an_address_here unless Core::Dockets::Address.valid?(email)),
          "role" => (:choose_one unless Core::Rights::STAFF.include?(role)),
          "unit" => (:choose_one unless Store::Unit.live.where(name: unit).any?)
        }.compact
        raise Errors::Invalid, problems if problems.any?
      end

      # It never is anything but invited, and is sent no link.
      def keep(actor, **values)
        account = Store::Account.create(status_id: INVITED, **values)
        db[:program_accounts].insert(account_id: account.id, made_by: actor.id, made_at: now)
        tell(actor, "account.program_made", account, "role" => account.role, "unit" => account.unit)
        account
      end
    end
  end
end
