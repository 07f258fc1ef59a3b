# frozen_string_literal: true

module JustSeal
  module Core
    # Who does something, as the ledger tells it. +kind+: "staff", "party" or "system"; +id+: of the account or party;
    # +role+, +unit+: of staff; +address+: network address; +client+: what the browser calls itself; +host+: name of the
    # member of staff on whose device a party is; +visit+: the number of a party's visit, +visit_id+: of its row;
    # +via+: "command_line" for a command that somebody gives by hand, "setup" for whoever begins an office on its page,
    # "scim" for a directory of the organisation,
    # "proxy" where the address is what our proxy says; +acts_for+: name of whoever is away, where a deputy does it;
    # +program+: name of the token by which a program does it with the rights of that person; +run+: number of the run
    # of a standing instruction that does it with them.
    Actor = Value.of(
      :kind, :id, :name, :role, :unit, :address, :client, :host, :visit, :visit_id, :via, :acts_for, :program, :run
    ) do
      def staff? = kind == "staff"

      # Whoever gives commands on the machine itself may do what an administrator may: it is theirs. So may a directory
      # that has the key.
      def may?(act) = (staff? || %w[command_line scim].include?(via)) && Rights.may?(role, act)

      # As it stands in an entry.
      def to_entry
        {
          "kind" => kind,
          "name" => name,
          "address" => address,
          "client" => client,
          "host" => host,
          "visit" => visit,
          "via" => via,
          "for" => acts_for,
          "program" => program,
          "run" => run
        }.compact
      end
    end

    Actor::SYSTEM = Actor.new(kind: "system", name: "Just Seal")
  end
end
