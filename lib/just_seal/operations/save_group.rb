# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes a group or changes one. Its members are contacts and staff, by their addresses.
    class SaveGroup < Operation
      MOST_MEMBERS = 50
      MOST_NAME = 100

      # +lines+: [text, ...], each a mail address, "Name <address>" or a name that only one contact has. Returns the
      # Store::Group.
      # Raises Errors::Invalid keyed "name" or "members", Errors::Conflict when somebody else saved meanwhile.
      def call(actor, name:, lines:, id: nil, edits: 0)
        allow!(actor, :keep_contacts)
        name = Core::Filing::SafeName.line(name)
        members = lines.map(&:strip).reject(&:empty?).uniq.map { |line| [line, member(line)] }
        refuse(name, members)
        transaction { store(id, edits, name, members.map(&:last).uniq) }
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "name" => "There is a group of this name already." }
      end

      private

      def member(line)
        address = line[/<([^<>]+)>\s*\z/, 1] || line
        account = Store::Account.live.first(email: address)
        return { account_id: account.id } if account

        Queries::ContactList.meant(line)&.then { |found| { contact_id: found["id"] } unless found["email"].empty? }
      end

      def refuse(name, members)
        unknown = members.select { |_, found| found.nil? }.map(&:first)
        problems = {}
        problems["name"] = "The name is missing." if name.empty?
        problems["name"] = "This is longer than #{MOST_NAME} characters. Shorten it." if name.length > MOST_NAME
        unless members.size.between?(
          2, MOST_MEMBERS
        )
          problems["members"] =
            "A group has at least two members, and at most #{MOST_MEMBERS}."
        end
        if unknown.any?
          problems["members"] =
            "Neither contact nor staff, or more than one is called so, or without an address: #{unknown.join("; ")}."
        end
        raise Errors::Invalid, problems unless problems.empty?
      end

      def store(id, edits, name, members)
        group = id ? Store::Group.where(id: id).for_update.first : Store::Group.create(name: name, created_at: now)
        raise Errors::Missing, "There is no such group any more." unless group
        if id && group.edits != edits
          raise Errors::Conflict,
            "Somebody else changed #{group.name} meanwhile. Load the page again; what you typed is still in the form."
        end

        db[:group_members].where(group_id: group.id).delete
        members.each_with_index do |member, index|
          db[:group_members].insert(group_id: group.id, position: index, **member)
        end
        id ? group.update(name: name, edits: edits + 1) : group
      end
    end
  end
end
