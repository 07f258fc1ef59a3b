# frozen_string_literal: true

require_relative "../support/mailboxes"

# Against Debian's Dovecot.
RSpec.describe JustSeal::Ports::ImapMailbox do
  include Mailboxes

  around do |example|
    in_mailbox { example.run }
  end

  def mailbox(password = Mailboxes::PASSWORD) = described_class.new(mailbox_address(password))

  def read = [].tap { |all| mailbox.each_new { |bytes| all << bytes } }

  it "reads each mail once, and again what could not be worked on" do
    arrives("1.a.x", "Subject: One\n\nFirst\n")
    arrives("2.b.x", "Subject: Two\n\nSecond\n")
    refuse = ->(_) { raise "no" }
    expect { mailbox.each_new(&refuse) }.to raise_error("no")
    expect(read.map { |bytes| bytes[/Subject: (\w+)/, 1] }).to contain_exactly("One", "Two")
    expect(read).to eq([])
    arrives("3.c.x", "Subject: Three\n\nThird\n")
    expect(read.size).to eq(1)
  end

  it "says that nobody answers, or that the password is wrong" do
    expect { mailbox("wrong").each_new { nil } }.to raise_reason(JustSeal::Errors::Unavailable, :mailbox_unreachable)
    away = described_class.new("imap://a:b@127.0.0.1:9/INBOX")
    expect { away.try }.to raise_reason(JustSeal::Errors::Unavailable, :mailbox_unreachable)
    expect(mailbox.try).to be_nil
  end
end
